import Button from "@mui/material/Button";
import Dialog from "@mui/material/Dialog";
import { Link } from "react-router";
import type { Alert } from "../api/client";
import ui from "../parts/page.module.css";
import styles from "./dialogs.module.css";

const MARKS = { tap: "", chime: styles.chime, call_out: styles.callOutLevel } as const;

/** What sounded while no page was open, in one panel. */
export function Missed({ alerts, close, open }: { alerts: Alert[]; close: () => void; open: (alert: Alert) => void }) {
  return (
    <Dialog
      open
      onClose={close}
      aria-labelledby="missed-title"
      maxWidth={false}
      slotProps={{ paper: { className: styles.missed } }}
    >
      <h2 id="missed-title">{alerts.length === 1 ? "One alert" : `${alerts.length} alerts`} came while no page was open</h2>
      <ul>
        {alerts.map((alert) => (
          <li key={`${alert.id}-${alert.calls}`} className={MARKS[alert.level]}>
            <time>{alert.at}</time>
            <span>
              <b>{alert.text}</b> <small>{alert.rule}</small>
            </span>
            <Button variant="text" onClick={() => open(alert)} aria-label={`Open: ${alert.text}`}>
              Open
            </Button>
          </li>
        ))}
      </ul>
      <div className={ui.rowOf}>
        <Button variant="contained" autoFocus onClick={close}>
          Seen
        </Button>
        <Button component={Link} to="/alerts" onClick={close}>
          Look at the journal
        </Button>
      </div>
    </Dialog>
  );
}
