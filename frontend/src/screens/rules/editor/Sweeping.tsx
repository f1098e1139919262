import Button from "@mui/material/Button";
import Dialog from "@mui/material/Dialog";
import forms from "../../../parts/forms.module.css";
import ui from "../../../parts/page.module.css";

/** Asked before a rule is saved that does to all mail what is mostly meant for some. */
export function Sweeping({ says, save, close }: { says: string; save: () => void; close: () => void }) {
  return (
    <Dialog open onClose={close} aria-labelledby="sweeping-title">
      <div className={forms.smallForm}>
        <h2 id="sweeping-title">Is that what you mean?</h2>
        <p>{says} Add a condition, and it does so to some of it.</p>
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
            Save it all the same
          </Button>
        </div>
      </div>
    </Dialog>
  );
}
