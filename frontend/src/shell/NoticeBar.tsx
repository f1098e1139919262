import Button from "@mui/material/Button";
import Snackbar from "@mui/material/Snackbar";
import { useRef } from "react";
import { Link } from "react-router";
import { useUndo, useUndoLast } from "../api/history";
import { KeyCap } from "../parts/KeyCap";
import { useKey } from "../parts/keys";
import { useNotice, useNotices } from "../parts/notices";
import ui from "../parts/page.module.css";
import styles from "./notice.module.css";

const STAYS_MS = 12_000; // while the page is looked at and the pointer is elsewhere

/** What was just done, with the way back; it waits while the pointer is on it. */
export function NoticeBar() {
  const { dismiss } = useNotices();
  const notice = useNotice();
  const undo = useUndo();
  const undoLast = useUndoLast();
  const begun = useRef<number>(undefined); // its notice stands until the answer comes
  const undoNow = () => {
    if (!notice?.undo || notice.undo === begun.current) return undoLast.mutate(undefined);
    begun.current = notice.undo;
    undo.mutate(notice.undo);
  };
  useKey("undo", undoNow);
  return (
    <div role="status" aria-live="polite">
      {notice && (
        <Snackbar
          key={notice.id}
          open
          className={styles.noticePlace}
          autoHideDuration={STAYS_MS}
          transitionDuration={0}
          onClose={(_, reason) => reason === "timeout" && dismiss()}
        >
          <div className={`${ui.floating} ${styles.notice} ${notice.failed ? styles.failed : ""}`}>
            <span>{notice.message}</span>
            {notice.offer && <Button onClick={notice.offer.act}>{notice.offer.label}</Button>}
            {notice.undo && (
              <Button onClick={undoNow}>
                Undo <KeyCap of="undo" />
              </Button>
            )}
            <Button variant="text" component={Link} to="/done" onClick={dismiss}>
              What was done
            </Button>
            <Button variant="text" onClick={dismiss}>
              Dismiss
            </Button>
          </div>
        </Snackbar>
      )}
    </div>
  );
}
