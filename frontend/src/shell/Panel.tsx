import Popover, { type PopoverOrigin } from "@mui/material/Popover";
import type { ReactNode } from "react";

type Given = {
  name: string;
  anchor: HTMLElement;
  at: PopoverOrigin;
  from: PopoverOrigin;
  close: () => void;
  children: ReactNode;
};

/** A panel beside what it was opened from: `from` is its own corner, `at` that of the other. */
export const Panel = ({ name, anchor, at, from, close, children }: Given) => (
  <Popover
    open
    anchorEl={anchor}
    onClose={close}
    anchorOrigin={at}
    transformOrigin={from}
    slotProps={{ paper: { role: "dialog", "aria-label": name } }}
  >
    {children}
  </Popover>
);
