import Button from "@mui/material/Button";
import { useRef, useState } from "react";
import type { Sheet } from "../../api/client";
import { useRemoteContent } from "../../api/messages";
import { Files } from "./Files";
import styles from "./letter.module.css";
import { PlainText } from "./PlainText";

const TALLEST = 20_000; // pixels; what is taller scrolls by itself

/** The frame runs no script; it grows to its content, so that the sheet alone scrolls. */
function Html({ id }: { id: number }) {
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
          frame.current?.contentDocument?.addEventListener("toggle", measure, true); // quoted text that is folded or opened
        }}
      />
    </>
  );
}

export function Letter({ sheet }: { sheet: Sheet }) {
  const [plain, setPlain] = useState(false);
  return (
    <div className={styles.letter}>
      {sheet.unreadable && (
        <p className={styles.remote}>This could not be read as mail. It is shown as it was received, whole.</p>
      )}
      {sheet.rough && (
        <p className={styles.remote}>
          Reading this took longer than one message may. It is kept whole, and shown here as plain text; what is attached to it is
          in the file: <a href={`/api/messages/${sheet.id}/raw`}>save it as it came</a>.
        </p>
      )}
      {sheet.html && !plain ? <Html id={sheet.id} /> : <PlainText sheet={sheet} />}
      {sheet.html && (
        <Button variant="text" onClick={() => setPlain(!plain)}>
          {plain ? "Show it as designed" : "Show the text alone"}
        </Button>
      )}
      <Files sheet={sheet} />
    </div>
  );
}
