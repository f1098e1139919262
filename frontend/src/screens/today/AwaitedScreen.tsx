import Button from "@mui/material/Button";
import { useState } from "react";
import { Link, useNavigate } from "react-router";
import { beginNudge, useAwaited, useAwaitedOnFront, useAwaitLater, useAwaitNoLonger, type AwaitedRow } from "../../api/following";
import { Check } from "../../parts/Check";
import { Fault } from "../../parts/Fault";
import { KeyCap } from "../../parts/KeyCap";
import { useNotices } from "../../parts/notices";
import ui from "../../parts/page.module.css";
import { TableLink } from "../../parts/TableLink";
import { DayChoice } from "../../reading/follow/DayChoice";
import { TodayNav } from "./TodayNav";
import styles from "./today.module.css";

/** One answer that is awaited: from whom, since when, what was asked, and what can be done about it. */
function Row({ row }: { row: AwaitedRow }) {
  const [later, setLater] = useState(false);
  const wait = useAwaitLater();
  const drop = useAwaitNoLonger();
  const navigate = useNavigate();
  const { fail } = useNotices();
  const nudge = () =>
    beginNudge(row.id).then(
      ({ id }) => void navigate(`/outbox/${id}`),
      (problem: Error) => fail(problem.message),
    );
  const open = row.state === "open";
  return (
    <li>
      <header>
        <b>{row.from}</b>
        {row.message ? <Link to={`/find/${row.message}`}>{row.subject}</Link> : <span>{row.subject}</span>}
        {open && <time className={row.overdue ? styles.late : undefined}>{row.overdue ? `overdue ${row.due}` : row.due}</time>}
      </header>
      {row.asked && (
        <p>
          <q>{row.asked}</q>
        </p>
      )}
      <p className={ui.quiet}>
        {open && `Since ${row.since}.`} {row.said} {row.answer && <Link to={`/find/${row.answer}`}>Read the answer</Link>}
      </p>
      {open && (
        <div className={ui.rowOf}>
          <Button onClick={() => void nudge()} aria-label={`Ask again: ${row.subject}`}>
            Ask again
          </Button>
          <Button
            variant="text"
            aria-expanded={later}
            onClick={() => setLater(!later)}
            aria-label={`Wait longer: ${row.subject}`}
          >
            Wait longer
          </Button>
          <Button variant="text" onClick={() => drop.mutate(row.id)} aria-label={`No longer awaited: ${row.subject}`}>
            No longer
          </Button>
        </div>
      )}
      {later && (
        <DayChoice
          says={`How long to wait for ${row.subject}`}
          choose={(by) => wait.mutate({ id: row.id, by }, { onSuccess: () => setLater(false) })}
        />
      )}
    </li>
  );
}

function Rows({ title, rows }: { title: string; rows: AwaitedRow[] }) {
  if (rows.length === 0) return null;
  return (
    <section aria-label={title}>
      <div className={ui.band}>
        <h2>{title}</h2>
        <span className={ui.count}>{rows.length}</span>
      </div>
      <ul className={styles.awaited}>
        {rows.map((row) => (
          <Row key={row.id} row={row} />
        ))}
      </ul>
    </section>
  );
}

/** The answers that are awaited, overdue first. */
export function AwaitedScreen() {
  const awaited = useAwaited();
  const onFront = useAwaitedOnFront();
  const page = awaited.data;
  return (
    <div className={ui.screen}>
      <main className={`${ui.list} ${ui.rulesList}`}>
        <TodayNav />
        {page && (
          <>
            <h1 className={ui.lead}>{page.lead}</h1>
            <p className={ui.sub}>
              Say so as you send, or on a message that you sent <KeyCap of="expect" />. An answer from any of those it went to
              ends it; an automatic reply does not.
            </p>
            <Check label="overdue answers stand on the Front" on={page.on_front} turn={(on) => onFront.mutate(on)} />
            <Rows title="Overdue" rows={page.overdue} />
            <Rows title="Awaited" rows={page.open} />
            <Rows title={`Over, in the last ${page.days} days`} rows={page.over} />
            <TableLink of="awaited" />
          </>
        )}
        <Fault of={awaited} />
      </main>
    </div>
  );
}
