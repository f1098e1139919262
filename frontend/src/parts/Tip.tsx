import Tooltip from "@mui/material/Tooltip";
import type { ReactElement } from "react";

/**
 * What something means, said where the pointer or the focus rests; nothing where there is nothing to say.
 * @param beside it has a name of its own, which stays
 */
export const Tip = ({ says, beside, children }: { says: string | undefined; beside?: boolean; children: ReactElement }) =>
  says ? (
    <Tooltip title={says} describeChild={beside}>
      {children}
    </Tooltip>
  ) : (
    children
  );
