import Button from "@mui/material/Button";
import { useNavigate } from "react-router";
import { useMends } from "../../../api/promises";
import { Fault } from "../../../parts/Fault";
import ui from "../../../parts/page.module.css";
import styles from "./promises.module.css";

/** Changes of the rules with which a promise would hold: each opens in the editor, and is tried there on what
 * breaks it and on one's own mail. */
export function Mends({ name, made }: { name: string; made?: Record<string, unknown> }) {
  const mends = useMends(name, true);
  const navigate = useNavigate();
  return (
    <div role="status" className={styles.mends}>
      {mends.isPending && <p className={ui.quiet}>Trying what would mend it …</p>}
      {mends.data?.mends.length === 0 && (
        <p className={ui.quiet}>No one change was found that would; look at the message, and at the rules that speak of it.</p>
      )}
      {mends.data?.mends.map(({ label, rule, body }) => (
        <Button key={label} onClick={() => void navigate(`/rules/${rule ?? "new"}`, { state: { begin: { body, made } } })}>
          {label}
        </Button>
      ))}
      <Fault of={mends} />
    </div>
  );
}
