import { useState } from "react";
import { Link } from "react-router";
import type { Replay } from "../../../api/client";
import { useBothWhys, type ReplayOf } from "../../../api/replay";
import { Fault } from "../../../parts/Fault";
import ui from "../../../parts/page.module.css";
import { WhyLines } from "../../../rule/WhyLines";
import styles from "./replay.module.css";

type Row = Replay["groups"][number]["messages"][number];
/** What was set against each other, and what both are called. */
export type Replayed = { asked: ReplayOf; names: string[] };

function Whys({ id, of }: { id: number; of: Replayed }) {
  const whys = useBothWhys(of.asked, id);
  return (
    <div className={styles.whys} aria-busy={whys.isPending}>
      <Fault of={whys} />
      {whys.data?.whys.map(({ summary, lines }, place) => (
        <section key={place} aria-label={of.names[place]} className={place ? styles.otherWhy : styles.oneWhy}>
          <span className={ui.quiet}>{of.names[place]}</span>
          <b>{summary}</b>
          <WhyLines lines={lines} />
        </section>
      ))}
    </div>
  );
}

function Message({ row, of }: { row: Row; of: Replayed }) {
  const [open, setOpen] = useState(false);
  const { id, sender, subject, when, changes } = row;
  return (
    <li>
      <Link to={`/front/${id}`}>
        <b>{sender}</b> {subject}
      </Link>
      <span className={ui.quiet}>{when}</span>
      <span>{changes.map(({ now, was }) => `${now || "nothing"}, was ${was || "nothing"}`).join("; ")}</span>
      <button aria-expanded={open} aria-label={`Both whys: ${subject}`} onClick={() => setOpen(!open)}>
        {open ? "Hide" : "Both whys"}
      </button>
      {open && <Whys id={id} of={of} />}
    </li>
  );
}

/** Messages with what each would be, and was, and why. */
export const Messages = ({ messages, of }: { messages: Row[]; of: Replayed }) => (
  <ul className={styles.messages}>
    {messages.map((row) => (
      <Message key={row.id} row={row} of={of} />
    ))}
  </ul>
);
