import Button from "@mui/material/Button";
import Menu from "@mui/material/Menu";
import MenuItem from "@mui/material/MenuItem";
import { useState } from "react";

/** A button that offers what can be done. @param says what it is for, where its words alone do not tell */
export function Choosing({
  label,
  says,
  choices,
}: {
  label: string;
  says?: string;
  choices: { label: string; act: () => void; disabled?: boolean }[];
}) {
  const [anchor, setAnchor] = useState<HTMLElement>();
  const close = () => setAnchor(undefined);
  return (
    <>
      <Button
        variant="text"
        aria-haspopup="menu"
        aria-expanded={anchor !== undefined}
        aria-label={says}
        onClick={(event) => setAnchor(event.currentTarget)}
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
          </MenuItem>
        ))}
      </Menu>
    </>
  );
}
