import Button from "@mui/material/Button";
import { useRef, useState } from "react";
import type { Sheet } from "../../api/client";
import { useRemoteContent } from "../../api/messages";
import { Files } from "./Files";
import styles from "./letter.module.css";
import { PlainText } from "./PlainText";
import type { Selected } from "./selected";

const TALLEST = 20_000; // pixels; what is taller scrolls by itself

/** The frame runs no script; it grows to its content, so that the sheet alone scrolls. */
function Html({ id, selected }: { id: number; selected: Selected }) {
  const [remote, setRemote] = useState(false);
  const [height, setHeight] = useState(120);
  const leftOut = useRemoteContent(id, !remote).data?.left_out;
  const frame = useRef<HTMLIFrameElement>(null);
  const measure = () => {
    const page = frame.current?.contentDocument?.documentElement;
    if (page) setHeight(Math.min(page.scrollHeight + 8, TALLEST));
  };
  return (
    <>
      {leftOut && !remote && (
        <p className={styles.remote}>
          Pictures from elsewhere were not loaded, so the sender does not learn that you read this.
          <Button variant="text" onClick={() => setRemote(true)}>
            Load them
          </Button>
        </p>
      )}
      <iframe
        ref={frame}
        title="The message"
        className={styles.letterFrame}
        sandbox="allow-same-origin allow-popups allow-popups-to-escape-sandbox"
        src={`/api/messages/${id}/html${remote ? "?remote=true" : ""}`}
        style={{ height }}
        onLoad={() => {
          measure();
          const page = frame.current?.contentDocument;
          page?.addEventListener("toggle", measure, true); // quoted text that is folded or opened
          page?.addEventListener("selectionchange", () => {
            selected.text = page.getSelection()?.toString() ?? "";
          });
        }}
      />
    </>
  );
}

/** @param selected has the text that is selected in what is shown as it was designed */
export function Letter({ sheet, selected }: { sheet: Sheet; selected: Selected }) {
  const [plain, setPlain] = useState(false);
  return (
    <div className={styles.letter}>
      {sheet.unreadable && (
        <p className={styles.remote}>This could not be read as mail. It is shown as it was received, whole.</p>
      )}
      {sheet.gone && <p className={styles.remote}>{sheet.place}.</p>}
      {sheet.cut && (
        <p className={styles.remote}>
          This message has {sheet.cut}: more than one may. What stands here is its beginning; the whole lies in its mailbox.
        </p>
      )}
      {sheet.rough && (
        <p className={styles.remote}>
          Reading this took longer than one message may. It is kept whole, and shown here as plain text; what is attached to it is
          in the file: <a href={`/api/messages/${sheet.id}/raw`}>save it as it came</a>.
        </p>
      )}
      {sheet.html && !plain ? <Html id={sheet.id} selected={selected} /> : <PlainText sheet={sheet} />}
      {sheet.html && (
        <Button variant="text" onClick={() => setPlain(!plain)}>
          {plain ? "Show it as designed" : "Show the text alone"}
        </Button>
      )}
      <Files sheet={sheet} />
    </div>
  );
}
