import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import { useState } from "react";
import { Link } from "react-router";
import { useHistory, useKeepHistory, useUndo } from "../../api/history";
import { Fault } from "../../parts/Fault";
import { fold } from "../../parts/fold";
import { OneOf } from "../../parts/OneOf";
import ui from "../../parts/page.module.css";
import { TableLink } from "../../parts/TableLink";
import { Pill } from "../../parts/Pill";
import { DaysSlot } from "../../parts/DaysSlot";
import styles from "./done.module.css";

const DAYS = [30, 90, 180, 365, 3650];

/** How long what was done is kept; what stands on the page stays however old it is. */
function Kept({ days }: { days: number }) {
  const keep = useKeepHistory();
  return (
    <p className={ui.quiet}>
      Kept for{" "}
      <DaysSlot
        label="How long what was done is kept"
        days={days}
        among={DAYS}
        named={{ 3650: "ten years" }}
        change={(next) => keep.mutate(next)}
      />
      ; the last hundred stay however old they are.
    </p>
  );
}

type Step = NonNullable<ReturnType<typeof useHistory>["data"]>["steps"][number];
const ABOUT = [
  { value: "all", label: "all" },
  { value: "mail", label: "mail" },
  { value: "rules", label: "rules" },
  { value: "views", label: "views" },
  { value: "plan", label: "plan, labels, people" },
  { value: "other", label: "the rest" },
] as const;
type About = (typeof ABOUT)[number]["value"];

/** One thing that was done, with the way back, or why there is none. */
function Done({ step }: { step: Step }) {
  const undo = useUndo({ tells: "inline" });
  return (
    <li>
      <time>{step.at}</time>
      <span>
        {step.message}
        {step.final && !step.undone && <small className={ui.quiet}> {step.final}</small>}
        <Fault of={undo} />
      </span>
      {step.undone ? (
        <Pill kind="low">taken back</Pill>
      ) : (
        !step.final && (
          <Button
            variant="text"
            disabled={undo.isPending}
            onClick={() => undo.mutate(step.id)}
            aria-label={`Undo: ${step.message}`}
          >
            Undo
          </Button>
        )
      )}
    </li>
  );
}

/** What was done with mail, rules, views and the plan, the latest first; each can be taken back as a whole, or says why not. */
export function DoneScreen() {
  const history = useHistory();
  const [about, setAbout] = useState<About>("all");
  const [typed, setTyped] = useState("");
  const all = history.data?.steps ?? [];
  const steps = all.filter((step) => (about === "all" || step.about === about) && fold(step.message).includes(fold(typed)));
  return (
    <div className={ui.screen}>
      <main className={`${ui.list} ${ui.rulesList}`}>
        <h1 className={ui.lead}>What was done, and the way back</h1>
        <p className={ui.sub}>
          Each is taken back as a whole, whenever you like. What was changed again since stays as it is, or says so.
        </p>
        {all.length > 0 && (
          <div className={ui.rowOf}>
            <OneOf label="About" value={about} choices={ABOUT} change={setAbout} />
            <TextField
              type="search"
              size="small"
              placeholder="Find by any word"
              value={typed}
              onChange={(event) => setTyped(event.target.value)}
              slotProps={{ htmlInput: { "aria-label": "Find what was done" } }}
            />
          </div>
        )}
        {history.data && all.length === 0 && <p className={ui.quiet}>Nothing has been done yet.</p>}
        {all.length > 0 && steps.length === 0 && <p className={ui.quiet}>Nothing of that kind among the last {all.length}.</p>}
        <ol className={styles.steps}>
          {steps.map((step) => (
            <Done key={step.id} step={step} />
          ))}
        </ol>
        {all.length > 0 && (
          <p className={ui.rowOf}>
            <Button variant="text" component={Link} to="/today/routines">
              Keep the last of them as a routine
            </Button>
            <TableLink of="done" />
          </p>
        )}
        {all.length > 0 && <Kept days={history.data!.keep_days} />}
        <Fault of={history} />
      </main>
    </div>
  );
}
