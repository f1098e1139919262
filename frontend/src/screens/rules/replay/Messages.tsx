import { useState } from "react";
import { Link } from "react-router";
import type { Replay } from "../../../api/client";
import { useBothWhys, type ReplayOf } from "../../../api/replay";
import { Fault } from "../../../parts/Fault";
import ui from "../../../parts/page.module.css";
import { BothWhys } from "../../../rule/BothWhys";
import styles from "./replay.module.css";

type Row = Replay["groups"][number]["messages"][number];
/** What was set against each other, and what both are called. */
export type Replayed = { asked: ReplayOf; names: string[] };

function Whys({ id, of }: { id: number; of: Replayed }) {
  const whys = useBothWhys(of.asked, id);
  return (
    <>
      <Fault of={whys} />
      {!whys.isError && <BothWhys whys={whys.data?.whys ?? []} names={of.names} />}
    </>
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
      <button aria-expanded={open} aria-label={`${open ? "Hide" : "Both whys"}: ${subject}`} onClick={() => setOpen(!open)}>
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
