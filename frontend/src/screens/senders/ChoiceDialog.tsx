import Button from "@mui/material/Button";
import Dialog from "@mui/material/Dialog";
import { useChoicePreview, useChooseSenders, type SomeSenders, type SenderChoice } from "../../api/senders";
import { Fault } from "../../parts/Fault";
import forms from "../../parts/forms.module.css";
import ui from "../../parts/page.module.css";
import { CHOICES, NO_CHOICE } from "./choices";
import { Foreseen } from "./Foreseen";

const AWAY =
  "What comes from them is discarded: out of every view but Discarded, and their mailboxes are not touched. Under “Kept away” you see how much that was, and can take it back any time.";

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
        {page ? (
          <Foreseen page={page} aside={choice === "never_again" ? AWAY : undefined} />
        ) : (
          !preview.isError && <p>Going through the last 90 days …</p>
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
