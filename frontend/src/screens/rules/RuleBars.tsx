import { Link } from "react-router";
import styles from "./rules.module.css";
import { usedMail } from "./used";

type Given = { rule: { name: string; bars: number[]; used: number; since: string; last?: string | null }; days: number };

/** What a rule did, a small bar a day. */
export function RuleBars({ rule, days }: Given) {
  const most = Math.max(1, ...rule.bars);
  return (
    <>
      <div className={styles.didBars} aria-hidden>
        {rule.bars.map((count, index) => (
          <i key={index} style={{ height: count ? `${20 + (count / most) * 80}%` : 0 }} />
        ))}
      </div>
      <Link to={usedMail(rule)}>
        <b>{rule.used}</b> in {days} days{rule.last ? `, last ${rule.last}` : ""}
        <span className="unseen">: the messages that {rule.name} spoke on</span>
      </Link>
    </>
  );
}
