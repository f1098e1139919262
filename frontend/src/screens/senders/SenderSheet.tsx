import ArrowBack from "@mui/icons-material/ArrowBack";
import Button from "@mui/material/Button";
import { Link } from "react-router";
import { useSender, type Sender, type SenderBy } from "../../api/senders";
import { Fault } from "../../parts/Fault";
import ui from "../../parts/page.module.css";
import { MessageRow } from "../../reading/rows";
import { Acts } from "./Acts";
import { LeavingPage } from "./AskDialog";
import { Hours } from "./Hours";
import { became } from "./SenderLine";
import styles from "./senders.module.css";
import { Trend } from "./Trend";

function Figures({ sender: { row } }: { sender: Sender }) {
  const [week, month, quarter] = row.counts as [number, number, number];
  return (
    <>
      <table className={styles.figures}>
        <caption className="unseen">Messages</caption>
        <thead>
          <tr>
            <th scope="col">7 days</th>
            <th scope="col">30 days</th>
            <th scope="col">90 days</th>
            <th scope="col">by week</th>
          </tr>
        </thead>
        <tbody>
          <tr>
            <td>{week}</td>
            <td>{month}</td>
            <td>{quarter}</td>
            <td>
              <Trend weeks={row.weeks} />
            </td>
          </tr>
        </tbody>
      </table>
      <p className={styles.said}>{became(row)}.</p>
      <p className={ui.quiet}>
        First on {row.first}, last {row.last}.
      </p>
    </>
  );
}

/** Which rules spoke on their mail, and where that is changed. */
function Rules({ sender: { row } }: { sender: Sender }) {
  if (row.rules.length === 0) return <p className={ui.quiet}>No rule has spoken on their mail: the plan alone decides.</p>;
  return (
    <ul className={styles.plain} aria-label="Rules that spoke on their mail">
      {row.rules.map((rule) => (
        <li key={rule.id}>
          <Link to={`/rules/${rule.id}`}>{rule.name}</Link> <small>{rule.count} · </small>
          <small>
            <Link to={`/senders?rule=${rule.id}`}>who else</Link>
          </small>
        </li>
      ))}
    </ul>
  );
}

function Stopping({ sender }: { sender: Sender }) {
  const offered = sender.ways.filter(({ way }) => way);
  if (offered.length === 0 && !sender.row.asked) return null;
  return (
    <section aria-label="Asking them to stop">
      <h3 className={ui.smallHead}>Asking them to stop</h3>
      {sender.row.asked && <p className={styles.said}>{sender.row.asked.said}</p>}
      {offered.map((way) => (
        <p key={way.key} className={ui.quiet}>
          {sender.ways.length > 1 && <b>{way.name}: </b>}
          {way.said} {!way.possible && way.way !== "page" && `Not now: ${way.reason}.`} <LeavingPage way={way} />
        </p>
      ))}
    </section>
  );
}

function Whole({ sender }: { sender: Sender }) {
  const { row, by } = sender;
  return (
    <>
      <h2 className={styles.title}>{row.name}</h2>
      <p className={ui.sub}>
        {row.name !== row.key && <>{row.key} · </>}
        {row.kind}
      </p>
      {row.caution && <p className={styles.warning}>{row.caution}</p>}
      <Figures sender={sender} />
      <Acts some={{ by, keys: [row.key] }} who={row.name} stands={row.choices} asks={row.unsubscribe} />
      <Stopping sender={sender} />
      <section aria-label="Rules">
        <h3 className={ui.smallHead}>Rules</h3>
        <Rules sender={sender} />
      </section>
      <Hours hours={sender.hours} title="When they write" />
      {sender.threads.length > 0 && (
        <section aria-label="Conversations">
          <h3 className={ui.smallHead}>Conversations</h3>
          <ul className={styles.plain}>
            {sender.threads.map((thread) => (
              <li key={thread.message}>
                <Link to={`/front/${thread.message}`}>{thread.subject || "(no subject)"}</Link>{" "}
                <small>
                  {thread.count > 1 && `${thread.count} messages, `}
                  {thread.last}
                </small>
              </li>
            ))}
          </ul>
        </section>
      )}
      {sender.files.length > 0 && (
        <section aria-label="Files">
          <h3 className={ui.smallHead}>Files</h3>
          <ul className={styles.plain}>
            {sender.files.map((file) => (
              <li key={file.path}>
                <a href={file.path} download>
                  {file.name}
                </a>{" "}
                <small>
                  {file.size}, <Link to={`/front/${file.message}`}>{file.when}</Link>
                </small>
              </li>
            ))}
          </ul>
        </section>
      )}
      <section aria-label="Their mail">
        <h3 className={ui.smallHead}>Their mail, the newest first</h3>
        {sender.messages.map((message) => (
          <MessageRow key={message.id} row={message} to={`/front/${message.id}`} selected={false} dense />
        ))}
      </section>
    </>
  );
}

/** A sender opened. */
export function SenderSheet({ by, open, close }: { by: SenderBy; open: string | undefined; close: () => void }) {
  const sender = useSender(by, open);
  return (
    <aside className={open === undefined ? `${ui.sheet} ${ui.nothing}` : ui.sheet} aria-label="Sender">
      {open === undefined ? (
        <p>A sender opens here: their mail, the hours at which they write, conversations and files.</p>
      ) : (
        <div className={ui.sheetScroll}>
          <Button variant="text" className={ui.back} startIcon={<ArrowBack />} onClick={close}>
            Senders
          </Button>
          {sender.data && <Whole sender={sender.data} />}
          <Fault of={sender} />
        </div>
      )}
    </aside>
  );
}
