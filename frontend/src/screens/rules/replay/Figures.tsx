import { lazy, Suspense } from "react";
import type { Replay } from "../../../api/client";
import ui from "../../../parts/page.module.css";
import styles from "./replay.module.css";

/** The library of charts is large: it comes when one is drawn, and not ahead. */
const Hours = lazy(() => import("./Hours"));

/** The hour in which the most comes in, in words. */
const busiest = (hours: number[]) =>
  `${String(hours.indexOf(Math.max(...hours))).padStart(2, "0")}:00, ${Math.max(...hours)} messages`;

/** Both rulebooks' figures beside each other, and when in the day mail comes in. */
export function Figures({ page, names }: { page: Replay; names: string[] }) {
  const [a, b] = page.hours as [number[], number[]];
  return (
    <div className={styles.figures}>
      <table className={styles.table}>
        <caption className="unseen">Figures of both rulebooks</caption>
        <thead>
          <tr>
            <td />
            {names.map((name, place) => (
              <th key={place} scope="col" className={place ? styles.other : styles.one}>
                {name}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {page.figures.map((row) => (
            <tr key={row.name}>
              <th scope="row">{row.name}</th>
              <td>{row.a}</td>
              <td className={row.a === row.b ? undefined : styles.differs}>{row.b}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <figure className={styles.hours}>
        <figcaption className={ui.smallHead}>When in the day mail comes in</figcaption>
        <Suspense fallback={<div className={styles.chart} />}>
          <Hours a={a} b={b} names={names} />
        </Suspense>
        <p className={ui.quiet}>
          The most comes in at {busiest(a)} ({names[0]}), and at {busiest(b)} ({names[1]}). Waits: half of it, nine in ten, all of
          it at most.
        </p>
      </figure>
    </div>
  );
}
