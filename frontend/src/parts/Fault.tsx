import ui from "./page.module.css";

/** What could not be done or read, in its own words; nothing where all went well. */
export function Fault({ of }: { of: { error: Error | null } | string | undefined }) {
  const message = typeof of === "string" ? of : of?.error?.message;
  return message ? (
    <p className={ui.errorText} role="alert">
      {message}
    </p>
  ) : null;
}
