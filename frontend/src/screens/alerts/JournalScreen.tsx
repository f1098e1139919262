import Button from "@mui/material/Button";
import { useState } from "react";
import { Link } from "react-router";
import { useJournal } from "../../api/alerts";
import type { Alert } from "../../api/client";
import { Fault } from "../../parts/Fault";
import ui from "../../parts/page.module.css";
import { TableLink } from "../../parts/TableLink";
import { AlertsNav } from "./AlertsNav";
import styles from "./journal.module.css";
import { Loudness } from "./Loudness";

function Entry({ alert }: { alert: Alert }) {
  return (
    <li className={alert.silenced ? `${styles.journalEntry} ${styles.silent}` : styles.journalEntry}>
      <time>{alert.at}</time>
      <Loudness level={alert.level} />
      <span className={styles.journalText}>
        <Link to={`/front/${alert.message_id}`}>{alert.text}</Link>
        <small>
          {alert.rule_id ? <Link to={`/rules/${alert.rule_id}`}>{alert.rule}</Link> : `${alert.rule} (deleted since)`}
        </small>
      </span>
      <span className={styles.journalBecame}>{alert.became}</span>
    </li>
  );
}

/** Every alert: what, when, by which rule, and what became of it. */
export function JournalScreen() {
  const [before, setBefore] = useState<number>();
  const journal = useJournal(before);
  const page = journal.data;
  return (
    <div className={ui.screen}>
      <main className={ui.list}>
        <AlertsNav />
        <h1 className={ui.lead}>{page?.lead ?? "Alerts"}</h1>
        <p className={ui.sub}>Nothing that alerts is lost: what was silenced stands here too, with what silenced it.</p>
        {page?.days.map((day) => (
          <section key={day.title} aria-label={day.title}>
            <div className={ui.band}>
              <h2>{day.title}</h2>
              <span className={ui.count}>{day.alerts.length}</span>
            </div>
            <ul className={styles.journal}>
              {day.alerts.map((alert) => (
                <Entry key={alert.id} alert={alert} />
              ))}
            </ul>
          </section>
        ))}
        {page && page.days.length === 0 && (
          <p className={ui.quiet}>
            No rule has alerted yet. Give a rule the effect “raises a tap”, “a chime” or “a call-out”, and it shows here.
          </p>
        )}
        <div className={ui.rowOf}>
          {page?.next_before && <Button onClick={() => setBefore(page.next_before ?? undefined)}>Earlier ones</Button>}
          {before && <Button onClick={() => setBefore(undefined)}>Back to the latest</Button>}
          {page && <TableLink of="alerts" />}
        </div>
        <Fault of={journal} />
      </main>
    </div>
  );
}
