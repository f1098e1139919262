import Button from "@mui/material/Button";
import { Link } from "react-router";
import type { Sheet } from "../../api/client";
import { useAnswerProposals } from "../../api/proposals";
import { Fault } from "../../parts/Fault";
import { Proposed } from "../../rule/Proposed";
import styles from "./asks.module.css";

type Asking = Sheet["asks"][number];

/** What one rule that asks first proposes of the message that is open. */
function Ask({ message, asking }: { message: number; asking: Asking }) {
  const answer = useAnswerProposals();
  const say = (said: "do" | "leave") => answer.mutate({ rule: asking.id, answer: said, messages: [message] });
  return (
    <section className={styles.ask} aria-label={`${asking.name} asks`}>
      <p>
        <Link to={`/rules/${asking.id}`}>{asking.name}</Link> asks first: <Proposed changes={asking.changes} />
      </p>
      <Button disabled={answer.isPending} onClick={() => say("do")}>
        Do it
      </Button>
      <Button variant="text" disabled={answer.isPending} onClick={() => say("leave")}>
        Leave it
      </Button>
      <Fault of={answer} />
    </section>
  );
}

/** What rules that ask first propose of the message, to be answered where it is read. */
export const Asks = ({ sheet }: { sheet: Sheet }) =>
  sheet.asks.map((asking) => <Ask key={asking.id} message={sheet.id} asking={asking} />);
