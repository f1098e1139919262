import Button from "@mui/material/Button";
import { useNavigate } from "react-router";
import { useWhyNot } from "../api/messages";
import { Fault } from "../parts/Fault";
import styles from "./whyAnswer.module.css";

/** Why a rule did not decide a message: what held, what stands in the way, and the least with which it would. */
export function WhyAnswer({ id, rule }: { id: number; rule: number }) {
  const asked = useWhyNot(id, rule);
  const navigate = useNavigate();
  const why = asked.data;
  if (!why) return <Fault of={asked} />;
  return (
    <div role="status" className={styles.answer}>
      <p>
        <b>{why.lead}</b> {why.in_the_way.join(" ")}
      </p>
      <ul className={styles.held}>
        {why.conditions.map(({ held, text }, at) => (
          <li key={at} className={held ? styles.matched : ""}>
            <b>{held ? "holds" : "does not"}</b> {text}
          </li>
        ))}
      </ul>
      {why.hopeless && <p>No answers of its conditions would make it match.</p>}
      {why.changes.map(({ text, body, then, now, all, days }) => (
        <p key={text}>
          {text}{" "}
          {all
            ? "Loosened so it would hold for every message."
            : `Loosened so it would match ${then.toLocaleString("en")} of the last ${days} days’ messages, not ${now.toLocaleString("en")}.`}{" "}
          {!all && (
            <Button variant="text" onClick={() => void navigate(`/rules/${rule}`, { state: { begin: { body, message: id } } })}>
              Try the rule so
            </Button>
          )}
        </p>
      ))}
    </div>
  );
}
