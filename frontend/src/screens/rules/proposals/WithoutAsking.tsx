import Button from "@mui/material/Button";
import { useAnswerProposals } from "../../../api/proposals";
import { useChangeRule } from "../../../api/rules";
import { Fault } from "../../../parts/Fault";
import ui from "../../../parts/page.module.css";
import type { AskingRule } from "./Asking";

/** The rule does what it says by itself: of what it asks about now, and from then on. */
export function WithoutAsking({ rule, close }: { rule: AskingRule; close: () => void }) {
  const answer = useAnswerProposals();
  const change = useChangeRule({ tells: "notice" });
  const going = answer.isPending || change.isPending;
  // One after the other, though this is gone from the page once all is answered.
  const stop = async () => {
    await answer.mutateAsync({ rule: rule.id, answer: "do" });
    await change.mutateAsync({ id: rule.id, version: rule.version, body: { ...rule.body, ask_first: false } });
  };
  return (
    <section className={ui.boxed} role="alertdialog" aria-label={`Without asking: ${rule.name}`}>
      <p>
        {rule.count === 1 ? "The message here is" : `The ${rule.count} messages here are`} done, and from then on “{rule.name}”
        does what it says by itself. Both can be taken back.
      </p>
      <div className={ui.rowOf}>
        <Button variant="contained" autoFocus disabled={going} onClick={() => void stop().catch(() => undefined)}>
          Stop asking
        </Button>
        <Button onClick={close}>Go on asking</Button>
      </div>
      <Fault of={change} />
    </section>
  );
}
