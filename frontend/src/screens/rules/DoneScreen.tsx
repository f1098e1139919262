import Button from "@mui/material/Button";
import { useHistory, useKeepHistory, useUndo } from "../../api/history";
import { Fault } from "../../parts/Fault";
import ui from "../../parts/page.module.css";
import { Pill } from "../../parts/Pill";
import { Slot } from "../../parts/Slot";
import styles from "./done.module.css";
import { RulesNav } from "./RulesNav";

const DAYS = [30, 90, 180, 365, 3650];

/** How long what was done is kept; what stands on the page stays however old it is. */
function Kept({ days }: { days: number }) {
  const keep = useKeepHistory();
  const all = DAYS.includes(days) ? DAYS : [...DAYS, days].sort((one, other) => one - other);
  return (
    <p className={ui.quiet}>
      Kept for{" "}
      <Slot
        label="How long what was done is kept"
        value={String(days)}
        choices={all.map((each) => ({ value: String(each), label: each === 3650 ? "ten years" : `${each} days` }))}
        change={(next) => keep.mutate(Number(next))}
      />
      ; the last hundred stay however old they are.
    </p>
  );
}

/** What was done, the latest first; each can be taken back as a whole. */
export function DoneScreen() {
  const history = useHistory();
  const undo = useUndo();
  const steps = history.data?.steps ?? [];
  return (
    <div className={ui.screen}>
      <main className={`${ui.list} ${ui.rulesList}`}>
        <RulesNav />
        <h1 className={ui.lead}>What was done, and the way back</h1>
        <p className={ui.sub}>
          Each is taken back as a whole, whenever you like. What was changed again since stays as it is, or says so.
        </p>
        {history.data && steps.length === 0 && <p className={ui.quiet}>Nothing has been done yet.</p>}
        <ol className={styles.steps}>
          {steps.map((step) => (
            <li key={step.id}>
              <time>{step.at}</time>
              <span>{step.message}</span>
              {step.undone ? (
                <Pill kind="low">taken back</Pill>
              ) : (
                <Button
                  variant="text"
                  disabled={undo.isPending}
                  onClick={() => undo.mutate(step.id)}
                  aria-label={`Undo: ${step.message}`}
                >
                  Undo
                </Button>
              )}
            </li>
          ))}
        </ol>
        {history.data && steps.length > 0 && <Kept days={history.data.keep_days} />}
        <Fault of={history} />
      </main>
    </div>
  );
}
