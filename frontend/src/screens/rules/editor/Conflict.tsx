import Button from "@mui/material/Button";
import type { Rule } from "../../../api/client";
import ui from "../../../parts/page.module.css";
import styles from "./editor.module.css";

/** Another saved the rule meanwhile: both are shown, and the person chooses. */
export function Conflict({
  theirs,
  mine,
  keepTheirs,
  keepMine,
}: {
  theirs: Rule;
  mine: string;
  keepTheirs: () => void;
  keepMine: () => void;
}) {
  return (
    <section className={`${ui.boxed} ${styles.conflict}`} role="alert" aria-label="Changed elsewhere">
      <h2>This rule was changed elsewhere while you wrote</h2>
      <p>
        <b>Saved there:</b> {theirs.name}. {theirs.sentence}
      </p>
      <p>
        <b>Written here:</b> {mine}
      </p>
      <div className={ui.rowOf}>
        <Button onClick={keepTheirs}>Keep what was saved there</Button>
        <Button variant="contained" onClick={keepMine}>
          Save mine over it
        </Button>
      </div>
    </section>
  );
}
