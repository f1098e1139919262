import type { Replay } from "../../../api/client";
import ui from "../../../parts/page.module.css";
import { Messages } from "./Groups";
import styles from "./replay.module.css";

/** What the second rulebook would have done to what the person really opened, answered or never looked at. */
export function Judgement({ judgement }: { judgement: Replay["judgement"] }) {
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
            <Messages messages={messages} />
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
