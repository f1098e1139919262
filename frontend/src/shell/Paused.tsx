import type { Status } from "../api/client";
import { useResumeRules } from "../api/rules";
import { BarButton } from "./BarButton";
import styles from "./going.module.css";

/** That all rules are paused: on every page, since mail comes otherwise than the person has said. */
export function Paused({ paused }: { paused: Status["paused"] }) {
  const resume = useResumeRules();
  return (
    <div role="status" aria-live="polite">
      {paused && (
        <div className={styles.going}>
          <span>
            <b>All rules are paused{paused.until ? ` until ${paused.until}` : ""}.</b> What arrives comes as the plan alone says.
          </span>
          <BarButton onClick={() => resume.mutate(undefined)} disabled={resume.isPending}>
            Resume now
          </BarButton>
        </div>
      )}
    </div>
  );
}
