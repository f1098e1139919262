import { Link } from "react-router";
import type { Today } from "../../api/following";
import ui from "../../parts/page.module.css";
import styles from "./today.module.css";

type At = { time: string; until?: string; name: string; over: boolean; message?: number | null; round?: boolean };

/** The day's meetings and rounds, in the order in which they come. */
export function DayBeside({ page }: { page: Today }) {
  const all: At[] = [
    ...page.meetings.map(({ name, from, to, over, message }) => ({ time: from, until: to, name, over, message })),
    ...page.rounds.map(({ name, time, over }) => ({ time, name: `${name} round`, over, round: true })),
  ].sort((one, other) => one.time.localeCompare(other.time));
  return (
    <aside className={`${ui.sheet} ${styles.beside}`} aria-label="The day">
      <h2>The day</h2>
      {page.whole_days.map(({ name, own }) => (
        <p key={own} className={ui.hint}>
          All day: {name}
        </p>
      ))}
      {all.length === 0 && <p className={ui.quiet}>No meeting and no round today.</p>}
      <ol className={styles.day}>
        {all.map((each) => (
          <li key={`${each.time} ${each.name}`} className={each.over ? styles.past : undefined}>
            <time>{each.until ? `${each.time}–${each.until}` : each.time}</time>
            <span className={each.round ? styles.round : undefined}>
              {each.message ? <Link to={`/find/${each.message}`}>{each.name}</Link> : each.name}
            </span>
          </li>
        ))}
      </ol>
      <p className={ui.quiet}>
        Meetings are those of the <Link to="/week">calendar that is followed</Link>, and events that you kept.
      </p>
    </aside>
  );
}
