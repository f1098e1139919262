import Button from "@mui/material/Button";
import Dialog from "@mui/material/Dialog";
import { useChoicePreview, useChooseSenders, type SomeSenders, type SenderChoice } from "../../api/senders";
import { Fault } from "../../parts/Fault";
import forms from "../../parts/forms.module.css";
import ui from "../../parts/page.module.css";
import tried from "../../rule/tried.module.css";
import { TriedRow } from "../../rule/TriedRow";
import { CHOICES, NO_CHOICE } from "./choices";
import styles from "./senders.module.css";

/** What a choice would have done to the mail of the last 90 days, before it is made. */
export function ChoiceDialog({
  some,
  who,
  choice,
  close,
  done,
}: {
  some: SomeSenders;
  who: string;
  choice: SenderChoice;
  close: () => void;
  done: () => void;
}) {
  const preview = useChoicePreview(some, choice);
  const choose = useChooseSenders();
  const offered = [...CHOICES, NO_CHOICE].find(({ value }) => value === choice)!;
  const page = preview.data;
  const make = () => choose.mutate({ ...some, choice }, { onSuccess: done });
  return (
    <Dialog open onClose={close} aria-labelledby="choice-title" maxWidth="md">
      <div className={forms.wideForm}>
        <h2 id="choice-title">{offered.title(who)}</h2>
        <div aria-live="polite">
          {page ? <p className={styles.said}>{page.said}</p> : !preview.isError && <p>Going through the last 90 days …</p>}
          {page?.warning && <p className={styles.warning}>{page.warning}</p>}
          {choice === "never_again" && page && (
            <p className={ui.quiet}>
              What comes from them is discarded: out of every view but Discarded, and their mailboxes are not touched. Under “Kept
              away” you see how much that was, and can take it back any time.
            </p>
          )}
          {page?.held && <p className={ui.quiet}>{page.held}</p>}
        </div>
        {page && page.rules.length > 0 && (
          <section aria-label="As a rule">
            <h3 className={ui.smallHead}>As {page.rules.length === 1 ? "a rule" : "rules"}</h3>
            {page.rules.map((rule) => (
              <p key={rule.name} className={styles.rule}>
                <b>{rule.name}</b>
                {rule.new && <small> new</small>}: <span>{rule.sentence}</span>
              </p>
            ))}
          </section>
        )}
        {page && page.messages.length > 0 && (
          <ol className={tried.tries} aria-label="Of the last 90 days">
            {page.messages.map((message) => (
              <TriedRow key={message.id} tried={message} />
            ))}
          </ol>
        )}
        <Fault of={preview} />
        <Fault of={choose} />
        <div className={ui.rowOf}>
          <Button variant="contained" autoFocus disabled={!page || choose.isPending} onClick={make}>
            {offered.act}
          </Button>
          <Button onClick={close}>Leave it</Button>
        </div>
      </div>
    </Dialog>
  );
}
