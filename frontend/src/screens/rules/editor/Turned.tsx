import Button from "@mui/material/Button";
import Dialog from "@mui/material/Dialog";
import type { TurnedRow } from "../../../api/client";
import forms from "../../../parts/forms.module.css";
import ui from "../../../parts/page.module.css";
import { TurnedList } from "../../../parts/TurnedList";

/** Asked before a rule is saved that breaks what was promised, or turns what was kept as an example. */
export function Turned({ rows, save, close }: { rows: TurnedRow[]; save: () => void; close: () => void }) {
  return (
    <Dialog open onClose={close} aria-labelledby="turned-title">
      <div className={forms.smallForm}>
        <h2 id="turned-title">That breaks what was promised</h2>
        <TurnedList rows={rows} />
        <div className={ui.rowOf}>
          <Button variant="contained" autoFocus onClick={close}>
            Go on writing
          </Button>
          <Button
            onClick={() => {
              close();
              save();
            }}
          >
            It is meant: save it
          </Button>
        </div>
      </div>
    </Dialog>
  );
}
