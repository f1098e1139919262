import Tooltip from "@mui/material/Tooltip";
import type { ReactElement } from "react";

/** What something means, said where the pointer or the focus rests; nothing where there is nothing to say. */
export const Tip = ({ says, children }: { says: string | undefined; children: ReactElement }) =>
  says ? <Tooltip title={says}>{children}</Tooltip> : children;
