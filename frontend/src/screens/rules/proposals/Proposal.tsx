import Button from "@mui/material/Button";
import { useState } from "react";
import { Link } from "react-router";
import { useAnswerProposals, useNever, useNeverPreview } from "../../../api/proposals";
import { Fault } from "../../../parts/Fault";
import ui from "../../../parts/page.module.css";
import { Proposed } from "../../../rule/Proposed";
import type { AskingRule } from "./Asking";
import styles from "./proposals.module.css";

type Message = AskingRule["messages"][number];

/** The rule with an exception for the sender, as it would read, before it is saved. */
function Never({ rule, message, close }: { rule: number; message: Message; close: () => void }) {
  const preview = useNeverPreview(rule, message.id);
  const never = useNever();
  return (
    <section className={ui.boxed} role="alertdialog" aria-label={`Never for ${message.address}`}>
      <p>
        <b>Never for {message.address}.</b> The rule would read: {preview.data?.sentence ?? "…"}
      </p>
      <div className={ui.rowOf}>
        <Button
          variant="contained"
          autoFocus
          disabled={!preview.data || never.isPending}
          onClick={() => never.mutate({ rule, message: message.id })}
        >
          Write the exception
        </Button>
        <Button onClick={close}>Leave the rule</Button>
      </div>
      <Fault of={preview} />
    </section>
  );
}

/** One message that a rule asks about, with what would happen to it. */
export function Proposal({ rule, message }: { rule: number; message: Message }) {
  const answer = useAnswerProposals();
  const [never, setNever] = useState(false);
  const say = (said: "do" | "leave") => answer.mutate({ rule, answer: said, messages: [message.id] });
  const about = `${message.sender}, ${message.subject}`;
  return (
    <li className={styles.message}>
      <div className={styles.line}>
        <Link to={`/front/${message.id}`} className={styles.what}>
          <b>{message.sender}</b> {message.subject}
        </Link>
        <span className={ui.quiet}>{message.when}</span>
        <span className={styles.would}>
          <Proposed changes={message.changes} />
        </span>
        <span className={styles.acts}>
          <Button disabled={answer.isPending} onClick={() => say("do")} aria-label={`Do it: ${about}`}>
            Do it
          </Button>
          <Button variant="text" disabled={answer.isPending} onClick={() => say("leave")} aria-label={`Leave it: ${about}`}>
            Leave it
          </Button>
          {message.address && (
            <Button
              variant="text"
              aria-expanded={never}
              onClick={() => setNever(!never)}
              aria-label={`Never for this sender: ${about}`}
            >
              Never for this sender …
            </Button>
          )}
        </span>
      </div>
      {never && <Never rule={rule} message={message} close={() => setNever(false)} />}
    </li>
  );
}
