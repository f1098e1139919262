import Button from "@mui/material/Button";
import Dialog from "@mui/material/Dialog";
import type { ReactNode } from "react";
import forms from "./forms.module.css";
import ui from "./page.module.css";

type Given = {
  title: string;
  anyway: string;
  back: string;
  save: () => void;
  close: () => void;
  wide?: boolean;
  children: ReactNode;
};

/** Asked before something is saved that is mostly not meant; the way back is nearest. */
export function Sure({ title, anyway, back, save, close, wide, children }: Given) {
  return (
    <Dialog open onClose={close} aria-labelledby="sure-title" maxWidth={wide ? "md" : "sm"}>
      <div className={wide ? forms.wideForm : forms.smallForm}>
        <h2 id="sure-title">{title}</h2>
        {children}
        <div className={ui.rowOf}>
          <Button variant="contained" autoFocus onClick={close}>
            {back}
          </Button>
          <Button
            onClick={() => {
              save();
              close();
            }}
          >
            {anyway}
          </Button>
        </div>
      </div>
    </Dialog>
  );
}
