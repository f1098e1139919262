import Button from "@mui/material/Button";
import { useRef, type ReactNode } from "react";

/** A button by which files are chosen; the same one may be chosen again. */
export function FileField({
  label,
  accept,
  several = false,
  take,
  variant,
  children,
}: {
  label: string;
  accept?: string;
  several?: boolean;
  take: (files: File[]) => void;
  variant?: "text" | "contained";
  children: ReactNode;
}) {
  const field = useRef<HTMLInputElement>(null);
  return (
    <>
      <Button variant={variant} onClick={() => field.current?.click()}>
        {children}
      </Button>
      <input
        ref={field}
        type="file"
        accept={accept}
        multiple={several}
        className="unseen"
        tabIndex={-1}
        aria-label={label}
        onChange={(event) => {
          const files = Array.from(event.target.files ?? []);
          event.target.value = "";
          if (files.length > 0) take(files);
        }}
      />
    </>
  );
}
