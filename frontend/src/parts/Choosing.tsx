import Button from "@mui/material/Button";
import Menu from "@mui/material/Menu";
import MenuItem from "@mui/material/MenuItem";
import { useState } from "react";
import ui from "./page.module.css";

/** A button that offers what can be done. @param says what it is for, where its words alone do not tell */
export function Choosing({
  label,
  says,
  choices,
  turned,
}: {
  label: string;
  says?: string;
  choices: { label: string; aside?: string; act: () => void; disabled?: boolean }[];
  /** told when it opens and when it closes */
  turned?: (on: boolean) => void;
}) {
  const [anchor, setAnchor] = useState<HTMLElement>();
  const turn = (to: HTMLElement | undefined) => {
    setAnchor(to);
    turned?.(to !== undefined);
  };
  const close = () => turn(undefined);
  return (
    <>
      <Button
        variant="text"
        aria-haspopup="menu"
        aria-expanded={anchor !== undefined}
        aria-label={says}
        onClick={(event) => turn(event.currentTarget)}
      >
        {label}
      </Button>
      <Menu open={anchor !== undefined} anchorEl={anchor} onClose={close}>
        {choices.map((choice) => (
          <MenuItem
            key={choice.label}
            disabled={choice.disabled}
            onClick={() => {
              close();
              choice.act();
            }}
          >
            {choice.label}
            {choice.aside && <span className={ui.quiet}>&nbsp;{choice.aside}</span>}
          </MenuItem>
        ))}
      </Menu>
    </>
  );
}
