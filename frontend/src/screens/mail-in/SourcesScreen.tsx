import { useSources } from "../../api/sources";
import { Fault } from "../../parts/Fault";
import ui from "../../parts/page.module.css";
import { AddMailbox } from "./AddMailbox";
import { AddSource, BringFiles } from "./forms";
import { MailInNav } from "./MailInNav";
import { SourceList } from "./SourceList";
import styles from "./sources.module.css";

/** Where mail comes from, and bringing in what one has. */
export function SourcesScreen() {
  const sources = useSources();
  const data = sources.data;
  return (
    <div className={ui.screen}>
      <main className={`${ui.list} ${styles.sources}`}>
        <MailInNav />
        {data && (
          <>
            <h1 className={ui.lead}>{data.lead}</h1>
            <p className={ui.sub}>
              {data.messages.toLocaleString("en")} messages are here. Nothing is moved, marked or removed where it lies; to the
              Sent of a Maildir a copy of what you send is added.
            </p>
            <SourceList sources={data.sources} />
            <div className={ui.band}>
              <h2>A mailbox on a server (IMAP)</h2>
            </div>
            <AddMailbox />
            <div className={ui.band}>
              <h2>Read a Maildir</h2>
            </div>
            <AddSource />
            <div className={ui.band}>
              <h2>Bring in files</h2>
            </div>
            <BringFiles />
            {data.imports.length > 0 && (
              <p className={ui.quiet}>Brought in before: {data.imports.map(({ name, at }) => `${name} (${at})`).join(", ")}.</p>
            )}
            <div className={ui.band}>
              <h2>A copy of everything</h2>
            </div>
            <p className={data.backup.late ? ui.hint : ui.quiet}>{data.backup.words}</p>
          </>
        )}
        {!data && <Fault of={sources} />}
      </main>
    </div>
  );
}
