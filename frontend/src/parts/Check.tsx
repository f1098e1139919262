import Checkbox from "@mui/material/Checkbox";
import FormControlLabel from "@mui/material/FormControlLabel";
import type { ReactNode } from "react";
import { Tip } from "./Tip";

/** Something that holds or does not, in its words. @param tip what it means */
export function Check({
  label,
  on,
  turn,
  disabled,
  tip,
}: {
  label: ReactNode;
  on: boolean;
  turn: (on: boolean) => void;
  disabled?: boolean;
  tip?: string;
}) {
  return (
    <Tip says={tip} beside>
      <FormControlLabel
        control={<Checkbox size="small" checked={on} disabled={disabled} onChange={(_, next) => turn(next)} />}
        label={label}
      />
    </Tip>
  );
}
