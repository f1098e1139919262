import type { Week } from "../../api/client";
import styles from "./side.module.css";

type Of = Week["figures"];

/** "2 h 40 min" */
export const span = (minutes: number): string =>
  minutes < 60
    ? `${minutes} min`
    : minutes < 48 * 60
      ? `${Math.floor(minutes / 60)} h ${String(minutes % 60).padStart(2, "0")} min`
      : `${Math.round(minutes / 1440)} days`;

function Line({ label, value, was }: { label: string; value: string | number; was?: string | number }) {
  return (
    <li>
      <span>{label}</span>
      <b>
        {value}
        {was !== undefined && was !== value && <small>, was {was}</small>}
      </b>
    </li>
  );
}

const PRIORITIES = ["top", "high", "normal", "low"] as const;

/** How long mail waits, by priority. */
export function Waits({ wait, was = wait }: { wait: Of["wait"]; was?: Of["wait"] }) {
  const cell = (key: (typeof PRIORITIES)[number], of: "usual" | "longest") => (
    <td>
      {span(wait[key][of])}
      {was[key][of] !== wait[key][of] && <small>, was {span(was[key][of])}</small>}
    </td>
  );
  return (
    <table className={styles.weekWaits}>
      <thead>
        <tr>
          <th scope="col">Waits</th>
          <th scope="col">usually</th>
          <th scope="col">at most</th>
        </tr>
      </thead>
      <tbody>
        {PRIORITIES.filter((key) => wait[key].count || was[key].count).map((key) => (
          <tr key={key}>
            <th scope="row">{key} priority</th>
            {cell(key, "usual")}
            {cell(key, "longest")}
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** What a plan does, on the person's own mail of the last four weeks, a working day each. */
export function Figures({ figures, was, without }: { figures: Of; was: Of; without: Of }) {
  return (
    <>
      <ul className={styles.weekFigures}>
        <Line label="Mail on a working day" value={figures.mail} />
        <Line label="comes straight in" value={figures.straight} was={was.straight} />
        <Line label="waits for a round or a window’s end" value={figures.waits} was={was.waits} />
        <Line label="Moments that interrupt you, 09:00 to 17:00" value={figures.interruptions} was={was.interruptions} />
        <Line label="Without any plan they were" value={without.interruptions} />
        <Line label="Longest stretch undisturbed" value={span(figures.undisturbed)} was={span(was.undisturbed)} />
      </ul>
      <Waits wait={figures.wait} was={was.wait} />
    </>
  );
}
