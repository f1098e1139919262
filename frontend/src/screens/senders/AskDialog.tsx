import Button from "@mui/material/Button";
import Dialog from "@mui/material/Dialog";
import { useAskingPreview, useAskToStop, type SomeSenders, type WayToStop } from "../../api/senders";
import { Fault } from "../../parts/Fault";
import forms from "../../parts/forms.module.css";
import ui from "../../parts/page.module.css";
import styles from "./senders.module.css";

/** The page of theirs on which one can leave: only a person opens it. */
export function LeavingPage({ way }: { way: WayToStop }) {
  return way.way === "page" && way.target ? (
    <a href={way.target} target="_blank" rel="noreferrer noopener">
      Open their page
    </a>
  ) : null;
}

/** Before anybody is asked to send no more: which address is told what. */
export function AskDialog({ some, close, done }: { some: SomeSenders; close: () => void; done: () => void }) {
  const preview = useAskingPreview(some);
  const ask = useAskToStop();
  const able = preview.data?.asked.filter(({ possible }) => possible) ?? [];
  const others = preview.data?.asked.filter(({ possible }) => !possible) ?? [];
  return (
    <Dialog open onClose={close} aria-labelledby="ask-title" maxWidth="md">
      <div className={forms.wideForm}>
        <h2 id="ask-title">Ask to send no more</h2>
        {!preview.data && !preview.isError && <p>Looking at what their headers say …</p>}
        {able.length > 0 && (
          <>
            <p className={ui.quiet}>
              {able.length === 1 ? "This goes out" : `These ${able.length} go out`} after a moment, in which you can take it back.
              Then Up Front watches whether they go on.
            </p>
            <ul className={styles.ways} aria-label="Who is told what">
              {able.map((way) => (
                <li key={way.key}>
                  <b>{way.name}</b> {way.said}
                </li>
              ))}
            </ul>
          </>
        )}
        {others.length > 0 && (
          <>
            <h3 className={ui.smallHead}>{able.length > 0 ? "Not asked from here" : "They cannot be asked from here"}</h3>
            <ul className={styles.ways} aria-label="Not asked from here">
              {others.map((way) => (
                <li key={way.key}>
                  <b>{way.name}</b> {way.reason}. <LeavingPage way={way} />
                </li>
              ))}
            </ul>
          </>
        )}
        <Fault of={preview} />
        <Fault of={ask} />
        <div className={ui.rowOf}>
          {able.length > 0 && (
            <Button variant="contained" autoFocus disabled={ask.isPending} onClick={() => ask.mutate(some, { onSuccess: done })}>
              {able.length === 1 ? "Ask them" : `Ask these ${able.length}`}
            </Button>
          )}
          <Button autoFocus={able.length === 0} onClick={close}>
            {able.length > 0 ? "Leave it" : "Close"}
          </Button>
        </div>
      </div>
    </Dialog>
  );
}
