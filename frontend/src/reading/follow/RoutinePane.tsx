import Button from "@mui/material/Button";
import { useState } from "react";
import { Link } from "react-router";
import { bodyOf, useRoutinePreview, useRoutines, type Routine } from "../../api/routines";
import { Choice } from "../../parts/chips";
import { Fault } from "../../parts/Fault";
import { useKey } from "../../parts/keys";
import ui from "../../parts/page.module.css";
import styles from "../sheet/pane.module.css";

type Given = {
  ids: readonly number[];
  /** the one that was asked for by its key */
  begin?: string;
  run: (routine: Routine) => void;
  close: () => void;
};

/** Routines, and what the one that is looked at would do to these messages. */
export function RoutinePane({ ids, begin, run, close }: Given) {
  const routines = useRoutines();
  const [looked, setLooked] = useState(begin);
  const all = routines.data?.routines ?? [];
  const one = all.find(({ name }) => name === looked) ?? all[0];
  const preview = useRoutinePreview(one && bodyOf(one), ids);
  useKey("close", close, true, true);
  return (
    <section className={styles.makeRule} aria-label="Routines">
      <h2>{ids.length === 1 ? "Routines" : `Routines, for ${ids.length} messages`}</h2>
      {routines.data && all.length === 0 && (
        <p className={ui.quiet}>
          There is none yet. A routine is several acts under one name: <Link to="/today/routines">make one</Link>, also of what
          you have just done.
        </p>
      )}
      <div className={styles.chips} role="group" aria-label="Which routine">
        {all.map((routine) => (
          <Choice
            key={routine.name}
            autoFocus={routine === one}
            on={routine === one}
            press={() => setLooked(routine.name)}
            aside={routine.key ?? undefined}
          >
            {routine.name}
          </Choice>
        ))}
      </div>
      {one && (
        <div aria-live="polite">
          <p>
            “{one.name}”: {one.says}.
          </p>
          <ul className={ui.quiet}>
            {preview.data?.does.map((line) => (
              <li key={line}>{line}</li>
            ))}
          </ul>
          <Fault of={preview} />
        </div>
      )}
      <div className={styles.makeFoot}>
        {one && (
          <Button variant="contained" disabled={!preview.data} onClick={() => run(one)}>
            Do it
          </Button>
        )}
        <Button onClick={close}>Cancel</Button>
        <span className={ui.quiet}>One undo takes all of it back.</span>
      </div>
    </section>
  );
}
