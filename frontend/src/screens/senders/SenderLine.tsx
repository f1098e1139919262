import Checkbox from "@mui/material/Checkbox";
import WarningAmber from "@mui/icons-material/WarningAmber";
import { Link } from "react-router";
import type { SenderBy, SenderRow } from "../../api/senders";
import { Pill } from "../../parts/Pill";
import { CHOICES } from "./choices";
import styles from "./senders.module.css";
import { Trend } from "./Trend";

const times = (count: number, one: string, many = `${one}s`) => `${count.toLocaleString("en")} ${count === 1 ? one : many}`;

/** What became of their mail, in a line; times are the usual ones. */
export function became(row: SenderRow): string {
  const count = row.counts[2]!;
  const read = row.read === 0 ? "none read" : row.read === count ? "all read" : `${row.read} of ${count} read`;
  return [
    row.look ? `${read}, in ${row.look}` : read,
    row.answered > 0 && `${row.answered} answered, in ${row.answer}`,
    row.straight > 0 && `${row.straight} straight in`,
    row.alerts > 0 && times(row.alerts, "alert"),
    row.size,
  ]
    .filter(Boolean)
    .join(" · ");
}

/** A sender in the list. */
export function SenderLine({
  row,
  by,
  open,
  chosen,
  choose,
  to,
  stand,
  focused,
}: {
  row: SenderRow;
  by: SenderBy;
  open: boolean;
  chosen: boolean;
  choose: (stretch: boolean) => void;
  to: string;
  /** tells the list where the line stands, for the keys that go through it */
  stand: (line: HTMLAnchorElement | null) => void;
  focused: (on: boolean) => void;
}) {
  const [week, month, quarter] = row.counts as [number, number, number];
  return (
    <div className={open ? `${styles.line} ${styles.open}` : styles.line}>
      <Checkbox
        size="small"
        checked={chosen}
        slotProps={{ input: { "aria-label": `Choose ${row.name}` } }}
        onClick={(event) => choose(event.shiftKey)}
      />
      <Link
        to={to}
        ref={stand}
        className={styles.who}
        onFocus={() => focused(true)}
        onBlur={() => focused(false)}
        aria-current={open || undefined}
      >
        <span className={styles.name}>
          <b>{row.name}</b>
          {row.name !== row.key && <small>{row.key}</small>}
          <small className={styles.kind}>{row.kind}</small>
          {by !== "address" && <small>{times(row.members, "address", "addresses")}</small>}
          {row.choices.map((choice) => (
            <Pill key={choice} kind="plain">
              {CHOICES.find(({ value }) => value === choice)?.stands}
            </Pill>
          ))}
          {row.caution && (
            <span className={styles.caution} title={row.caution}>
              <WarningAmber fontSize="inherit" aria-hidden /> look-alike
            </span>
          )}
        </span>
        <span className={styles.became}>{row.asked ? `${row.asked.said} ${became(row)}` : became(row)}</span>
      </Link>
      <Trend weeks={row.weeks} />
      <span className={styles.counts}>
        <span className="unseen">Messages in 7, 30 and 90 days: </span>
        <span>{week}</span>
        <span>{month}</span>
        <b>{quarter}</b>
      </span>
    </div>
  );
}
