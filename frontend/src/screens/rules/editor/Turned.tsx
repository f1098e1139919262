import Button from "@mui/material/Button";
import Dialog from "@mui/material/Dialog";
import forms from "../../../parts/forms.module.css";
import ui from "../../../parts/page.module.css";

export type TurnedRow = { kind: "promise" | "example"; name: string; said: string };

/** Asked before a rule is saved that breaks what was promised, or turns what was kept as an example. */
export function Turned({ rows, save, close }: { rows: TurnedRow[]; save: () => void; close: () => void }) {
  return (
    <Dialog open onClose={close} aria-labelledby="turned-title">
      <div className={forms.smallForm}>
        <h2 id="turned-title">That would not hold any more</h2>
        <ul>
          {rows.map(({ kind, name, said }) => (
            <li key={kind + name}>
              <b>
                The {kind} “{name}”:
              </b>{" "}
              {said}
            </li>
          ))}
        </ul>
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
