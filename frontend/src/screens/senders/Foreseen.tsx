import type { components } from "../../api/schema";
import ui from "../../parts/page.module.css";
import tried from "../../rule/tried.module.css";
import { TriedRow } from "../../rule/TriedRow";
import styles from "./senders.module.css";

type Preview = components["schemas"]["ChoicePreview"];

/** What would have become of the mail of the last 90 days, by which rules, and some of it. */
export function Foreseen({ page, aside }: { page: Preview; aside?: string }) {
  return (
    <>
      <div aria-live="polite">
        <p className={styles.said}>{page.said}</p>
        {page.warning && <p className={styles.warning}>{page.warning}</p>}
        {aside && <p className={ui.quiet}>{aside}</p>}
        {page.held && <p className={ui.quiet}>{page.held}</p>}
      </div>
      {page.rules.length > 0 && (
        <section aria-label="As a rule">
          <h3 className={ui.smallHead}>{page.rules.length === 1 ? "As a rule" : "As rules"}</h3>
          {page.rules.map((rule) => (
            <p key={rule.name} className={styles.rule}>
              <b>{rule.name}</b>
              {rule.new && <small> new</small>}: <span>{rule.sentence}</span>
            </p>
          ))}
        </section>
      )}
      {page.messages.length > 0 && (
        <ol className={tried.tries} aria-label="Of the last 90 days">
          {page.messages.map((message) => (
            <TriedRow key={message.id} tried={message} />
          ))}
        </ol>
      )}
    </>
  );
}
