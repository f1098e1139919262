import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import { useState } from "react";
import { useLeaveAlone } from "../../../api/checkUp";
import { Fault } from "../../../parts/Fault";
import ui from "../../../parts/page.module.css";
import styles from "./checkUp.module.css";
import type { FindingRow } from "./Finding";

/** Why it shall not be shown until it changes: for oneself, later. */
export function LeaveAlone({ finding, close }: { finding: FindingRow; close: () => void }) {
  const [reason, setReason] = useState("");
  const leave = useLeaveAlone();
  return (
    <form
      className={ui.boxed}
      aria-label="Leave it alone"
      onSubmit={(event) => {
        event.preventDefault();
        leave.mutate({ key: finding.key, reason });
      }}
    >
      <div className={ui.rowOf}>
        <TextField
          size="small"
          autoFocus
          className={styles.reason}
          label="Why it is well as it is"
          value={reason}
          onChange={(event) => setReason(event.target.value)}
          slotProps={{ htmlInput: { maxLength: 1000 } }}
        />
        <Button type="submit" variant="contained" disabled={reason.trim() === "" || leave.isPending}>
          Leave it alone
        </Button>
        <Button onClick={close}>Cancel</Button>
      </div>
      <Fault of={leave} />
    </form>
  );
}
