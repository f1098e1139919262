import Button from "@mui/material/Button";
import { useState } from "react";
import { Link } from "react-router";
import type { Proposals } from "../../../api/client";
import { useAnswerProposals } from "../../../api/proposals";
import ui from "../../../parts/page.module.css";
import { Proposal } from "./Proposal";
import styles from "./proposals.module.css";
import { WithoutAsking } from "./WithoutAsking";

export type AskingRule = Proposals["rules"][number];

/** One rule that asks, with the messages that it asks about. */
export function Asking({ rule }: { rule: AskingRule }) {
  const answer = useAnswerProposals();
  const [stopping, setStopping] = useState(false);
  const all = rule.count === 1 ? "it" : `all ${rule.count}`;
  return (
    <section className={styles.asking} aria-label={rule.name}>
      <h2>
        <Link to={`/rules/${rule.id}`}>{rule.name}</Link>
      </h2>
      <p className={styles.sentence}>{rule.sentence}</p>
      {rule.answered > 0 && (
        <p className={ui.quiet}>
          You did what it proposed {rule.done} of {rule.answered} times.
          {rule.trusted && " It need not ask any more, if you like."}
        </p>
      )}
      <div className={ui.rowOf}>
        <Button
          variant="contained"
          disabled={answer.isPending}
          onClick={() => answer.mutate({ rule: rule.id, answer: "do" })}
          aria-label={`Do ${all}: ${rule.name}`}
        >
          Do {all}
        </Button>
        <Button
          disabled={answer.isPending}
          onClick={() => answer.mutate({ rule: rule.id, answer: "leave" })}
          aria-label={`Leave ${all}: ${rule.name}`}
        >
          Leave {all}
        </Button>
        <Button variant="text" aria-expanded={stopping} onClick={() => setStopping(!stopping)}>
          From now on without asking …
        </Button>
      </div>
      {stopping && <WithoutAsking rule={rule} close={() => setStopping(false)} />}
      <ul className={styles.messages}>
        {rule.messages.map((message) => (
          <Proposal key={message.id} rule={rule.id} message={message} />
        ))}
      </ul>
      {rule.count > rule.messages.length && (
        <p className={ui.quiet}>{rule.count - rule.messages.length} older ones come up as you answer these.</p>
      )}
    </section>
  );
}
