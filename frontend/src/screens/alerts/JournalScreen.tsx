import Button from "@mui/material/Button";
import { useState } from "react";
import { Link } from "react-router";
import type { Alert } from "../../api/client";
import { useJournal } from "../../api/queries";
import { AlertsNav } from "./AlertsNav";
import "./alerts-screens.css";

export const LEVEL_WORDS = { tap: "tap", chime: "chime", call_out: "call-out" } as const;

function Entry({ alert }: { alert: Alert }) {
  return (
    <li className={alert.silenced ? "journal-entry silent" : "journal-entry"}>
      <time>{alert.at}</time>
      <span className={`loudness ${alert.level}`}>{LEVEL_WORDS[alert.level]}</span>
      <span className="journal-text">
        <Link to={`/front/${alert.message_id}`}>{alert.text}</Link>
        <small>
          {alert.rule_id ? <Link to={`/rules/${alert.rule_id}`}>{alert.rule}</Link> : `${alert.rule} (deleted since)`}
        </small>
      </span>
      <span className="journal-became">{alert.became}</span>
    </li>
  );
}

/** Every alert: what, when, by which rule, and what became of it. */
export function JournalScreen() {
  const [before, setBefore] = useState<number>();
  const journal = useJournal(before);
  const page = journal.data;
  return (
    <div className="screen">
      <main className="list">
        <AlertsNav />
        <h1 className="lead">{page?.lead ?? "Alerts"}</h1>
        <p className="sub">Nothing that alerts is lost: what was silenced stands here too, with what silenced it.</p>
        {page?.days.map((day) => (
          <section key={day.title} aria-label={day.title}>
            <div className="band">
              <h2>{day.title}</h2>
              <span className="count">{day.alerts.length}</span>
            </div>
            <ul className="journal">
              {day.alerts.map((alert) => (
                <Entry key={alert.id} alert={alert} />
              ))}
            </ul>
          </section>
        ))}
        {page && page.days.length === 0 && (
          <p className="quiet">
            No rule has alerted yet. Give a rule the effect “raises a tap”, “a chime” or “a call-out”, and it shows here.
          </p>
        )}
        <div className="row-of">
          {page?.next_before && <Button onClick={() => setBefore(page.next_before ?? undefined)}>Earlier ones</Button>}
          {before && <Button onClick={() => setBefore(undefined)}>Back to the latest</Button>}
        </div>
        {journal.isError && <p className="error-text">{journal.error.message}</p>}
      </main>
    </div>
  );
}
