import type { CSSProperties } from "react";
import styles from "./hourMap.module.css";

const MOST_SHARE = 65; // percent of the colour: text on it can still be read
const HOURS = Array.from({ length: 24 }, (_, hour) => hour);

/** How many messages came in each hour of each day of the week: a table, shaded where there were many. */
export function HourMap({ rows, label }: { rows: { day: string; counts: number[] }[]; label: string }) {
  const most = Math.max(1, ...rows.flatMap(({ counts }) => counts));
  return (
    <div className={styles.scroll} tabIndex={0} role="region" aria-label={`${label}, by weekday and hour`}>
      <table className={styles.map}>
        <caption className="unseen">{label}: messages by weekday and hour</caption>
        <thead>
          <tr>
            <td />
            {HOURS.map((hour) => (
              <th key={hour} scope="col" aria-label={`${hour}:00`}>
                {hour % 3 === 0 ? hour : ""}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map(({ day, counts }) => (
            <tr key={day}>
              <th scope="row" aria-label={day}>
                {day.slice(0, 2)}
              </th>
              {counts.map((count, hour) => (
                <td
                  key={hour}
                  title={`${day}, ${hour}:00 to ${hour + 1}:00: ${count}`}
                  style={{ "--share": `${Math.round((count / most) * MOST_SHARE)}%` } as CSSProperties}
                >
                  {count > 0 ? count : ""}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
