import type { Replay } from "../../../api/client";
import ui from "../../../parts/page.module.css";
import { Messages, type Replayed } from "./Messages";
import styles from "./replay.module.css";

/** What the second rulebook would have done to what the person really opened, answered or never looked at. */
export function Judgement({ judgement, of }: { judgement: Replay["judgement"]; of: Replayed }) {
  const parts = [
    { words: judgement.waits, messages: judgement.waiting },
    { words: judgement.vain, messages: judgement.spared },
  ];
  return (
    <section aria-labelledby="judged">
      <h2 id="judged" className={ui.smallHead}>
        By what you really did
      </h2>
      {parts.map(({ words, messages }) =>
        messages.length > 0 ? (
          <details key={words} className={styles.group}>
            <summary>{words}</summary>
            <Messages messages={messages} of={of} />
          </details>
        ) : (
          <p key={words} className={ui.quiet}>
            {words}
          </p>
        ),
      )}
      <p className={ui.quiet}>
        Of {judgement.known.toLocaleString("en")} of these messages it is known here that you read or answered them.
      </p>
    </section>
  );
}
