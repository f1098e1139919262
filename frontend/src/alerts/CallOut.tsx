import Button from "@mui/material/Button";
import Dialog from "@mui/material/Dialog";
import { useEffect, useRef } from "react";
import { alertsSeen } from "../api/alerts";
import type { Alert } from "../api/client";
import ui from "../parts/page.module.css";
import styles from "./dialogs.module.css";

/** A call-out stays over whatever is open until it is answered. */
export function CallOut({
  alert,
  more,
  answer,
}: {
  alert: Alert;
  more: number;
  answer: (answer: "open" | "again" | "done") => void;
}) {
  const seen = useRef(0);
  useEffect(() => {
    if (alert.id <= 0 || seen.current === alert.id || document.visibilityState === "hidden") return;
    seen.current = alert.id;
    void alertsSeen([alert.id]).catch(() => undefined);
  }, [alert.id]);
  return (
    <Dialog
      open
      role="alertdialog"
      aria-labelledby="call-out-words"
      aria-describedby="call-out-what"
      maxWidth={false}
      slotProps={{ paper: { className: styles.callOut } }}
    >
      <h2 id="call-out-words">{alert.text}</h2>
      <p id="call-out-what">
        {alert.task ? (
          <>
            To do, {alert.at}
            {alert.sender && `: of ${alert.subject}, from ${alert.sender}`}
          </>
        ) : (
          <>
            {alert.sender}: {alert.subject}. {alert.at}, by the rule {alert.rule}
          </>
        )}
        {alert.calls > 1 && `; it has called ${alert.calls} times`}.
      </p>
      <div className={ui.rowOf}>
        <Button variant="contained" autoFocus onClick={() => answer("open")}>
          Open it
        </Button>
        <Button onClick={() => answer("again")}>Again in five minutes</Button>
        <Button onClick={() => answer("done")}>Done</Button>
        {more > 0 && <span className={ui.quiet}>{more === 1 ? "One more call waits." : `${more} more calls wait.`}</span>}
      </div>
    </Dialog>
  );
}
