import Button from "@mui/material/Button";
import { useState } from "react";
import { Link } from "react-router";
import type { Sheet } from "../../api/client";
import { useMindThread } from "../../api/messages";
import { KeyCap } from "../../parts/KeyCap";
import ui from "../../parts/page.module.css";
import styles from "./thread.module.css";

const DEEPEST = 5; // steps in; deeper answers stand under one another
const SHOWN = 4;

/** The messages of the conversation, and what is to become of what comes into it. */
export function Thread({ sheet, at }: { sheet: Sheet; at: (id: number) => string }) {
  const [all, setAll] = useState(false);
  const mind = useMindThread();
  const { count, messages } = sheet.thread ?? { count: 1, messages: [] };
  const turn = (word: "followed" | "muted") =>
    mind.mutate({ id: sheet.id, word: sheet.thread_preference === word ? "neither" : word });
  const here = messages.findIndex((message) => message.here);
  const from = all ? 0 : Math.max(0, Math.min(here - 1, messages.length - SHOWN));
  const shown = all ? messages : messages.slice(from, from + SHOWN);
  const left = count - shown.length;
  return (
    <section className={styles.thread} aria-label="Conversation">
      <div className={styles.threadHead}>
        <b className={count === 1 ? styles.alone : undefined}>
          {count === 1 ? "No other message in this conversation" : `${count.toLocaleString("en")} messages in this thread`}
        </b>
        <Button variant="text" aria-pressed={sheet.thread_preference === "followed"} onClick={() => turn("followed")}>
          {sheet.thread_preference === "followed" ? "Followed" : "Follow"} <KeyCap of="follow" />
        </Button>
        <Button variant="text" aria-pressed={sheet.thread_preference === "muted"} onClick={() => turn("muted")}>
          {sheet.thread_preference === "muted" ? "Muted" : "Mute"} <KeyCap of="mute" />
        </Button>
      </div>
      {count > 1 && sheet.conversation !== undefined && sheet.conversation < count && (
        <p className={ui.quiet}>
          Follow and Mute go by {sheet.conversation === 1 ? "this one" : `the ${sheet.conversation} of them`} that answer one
          another; the others have the same subject.
        </p>
      )}
      {count > 1 && (
        <ol>
          {shown.map((message) => (
            <li key={message.id} style={{ paddingLeft: `${Math.min(message.depth, DEEPEST) * 12}px` }}>
              <Link to={at(message.id)} aria-current={message.here ? "true" : undefined}>
                <b className={message.unread ? styles.unread : undefined}>{message.sender}</b>
                <span>{message.subject}</span>
                <time>
                  {message.arrived} · {message.place}
                </time>
              </Link>
            </li>
          ))}
        </ol>
      )}
      {left > 0 && !all && messages.length > shown.length && (
        <Button variant="text" onClick={() => setAll(true)}>
          Show {left.toLocaleString("en")} more
        </Button>
      )}
      {all && left > 0 && <p className={ui.quiet}>{left.toLocaleString("en")} more are further away; a search finds them.</p>}
      {sheet.thread_preference === "followed" && (
        <p className={ui.hint}>What comes into this conversation comes straight in, high at least.</p>
      )}
      {sheet.thread_preference === "muted" && (
        <p className={ui.hint}>What comes into this conversation stays off the Front and silent; views and search find it.</p>
      )}
    </section>
  );
}
