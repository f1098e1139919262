import Button from "@mui/material/Button";
import Dialog from "@mui/material/Dialog";
import type { ReactNode } from "react";
import forms from "../../../parts/forms.module.css";
import ui from "../../../parts/page.module.css";

type Given = { title: string; anyway: string; save: () => void; close: () => void; children: ReactNode };

/** Asked before a rule is saved that does what is mostly not meant; to go on writing is nearest. */
export function Sure({ title, anyway, save, close, children }: Given) {
  return (
    <Dialog open onClose={close} aria-labelledby="sure-title">
      <div className={forms.smallForm}>
        <h2 id="sure-title">{title}</h2>
        {children}
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
            {anyway}
          </Button>
        </div>
      </div>
    </Dialog>
  );
}
