import { Link } from "react-router";
import type { Replay } from "../../../api/client";
import ui from "../../../parts/page.module.css";
import { Messages, type Replayed } from "./Messages";
import styles from "./replay.module.css";

/** What differs: by what is otherwise, and by the rule that makes it so. */
export function Groups({ groups, of }: { groups: Replay["groups"]; of: Replayed }) {
  if (groups.length === 0) return null;
  return (
    <section aria-labelledby="differs">
      <h2 id="differs" className={ui.smallHead}>
        What differs
      </h2>
      {groups.map(({ kind, title, rule, rule_id, house, count, messages }) => (
        <details key={`${kind} ${rule}`} className={styles.group}>
          <summary>
            <b>{count.toLocaleString("en")}</b> {title}{" "}
            <span className={ui.quiet}>by {rule ? `“${rule}”${house ? ` (house rule, ${house})` : ""}` : "the plan"}</span>
          </summary>
          {rule_id && <Link to={`/rules/${rule_id}`}>Open the rule</Link>}
          <Messages messages={messages} of={of} />
          {count > messages.length && (
            <p className={ui.quiet}>
              The newest {messages.length} of {count.toLocaleString("en")}.
            </p>
          )}
        </details>
      ))}
    </section>
  );
}
