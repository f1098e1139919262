import Button from "@mui/material/Button";
import { useEffect, useRef } from "react";
import { useUndo } from "../api/queries";
import { KeyCap } from "./KeyCap";
import { useKey } from "./keys";
import { useNotices } from "./notices";
import "./notice.css";

const STAYS_MS = 12_000;

export function NoticeBar() {
  const { notice, dismiss } = useNotices();
  const undo = useUndo();
  const over = useRef(false);
  const undoNow = () => notice?.undo && undo.mutate(notice.undo);
  useKey("undo", undoNow, Boolean(notice?.undo));
  useEffect(() => {
    if (!notice) return;
    let timer = 0;
    const wait = () => {
      timer = window.setTimeout(() => (over.current ? wait() : dismiss()), STAYS_MS);
    };
    wait();
    return () => clearTimeout(timer);
  }, [notice, dismiss]);
  return (
    <div className="notice-place" role="status" aria-live="polite">
      {notice && (
        <div
          key={notice.id}
          className={notice.failed ? "notice failed" : "notice"}
          onPointerEnter={() => (over.current = true)}
          onPointerLeave={() => (over.current = false)}
        >
          <span>{notice.message}</span>
          {notice.offer && <Button onClick={notice.offer.act}>{notice.offer.label}</Button>}
          {notice.undo && (
            <Button onClick={undoNow}>
              Undo <KeyCap of="undo" />
            </Button>
          )}
          <Button variant="text" onClick={dismiss}>
            Dismiss
          </Button>
        </div>
      )}
    </div>
  );
}
