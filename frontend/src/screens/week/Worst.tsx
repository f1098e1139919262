import { useState } from "react";
import type { Week } from "../../api/client";
import styles from "./side.module.css";

type Line = Week["worst"][number];

const DAY = 1440; // minutes
const WEEK = 7 * DAY;
const HEIGHT = 72;
const DAYS = ["M", "T", "W", "T", "F", "S", "S"];
const HOURS = [12, 24, 48, 72, 96, 168];

/** The line of the longest wait over the week: up where a window begins or a round was just missed, down to nothing as it comes. */
function path(points: Line["week"], top: number) {
  const y = (waits: number) => HEIGHT - (Math.min(waits, top) / top) * HEIGHT;
  return points
    .map(({ minute, waits }, at) => {
      const next = points[at + 1]?.minute ?? WEEK;
      const wait = waits ?? top; // what never comes in goes beyond the drawing
      const later = waits === null ? top : Math.max(0, wait - (next - minute));
      const fallen = waits === null ? next : Math.min(next, minute + wait);
      return `${at === 0 ? "M" : "L"}${minute},${y(wait)} L${fallen},${y(later)} L${next},${y(later)}`;
    })
    .join(" ");
}

/** How long what arrives in each minute of a usual week waits at most: where no rule lets it in, and by priority. */
export function Worst({ worst }: { worst: Week["worst"] }) {
  const [chosen, choose] = useState<string>();
  const shown = worst.find(({ name }) => name === chosen) ?? worst[0]!;
  // All on one scale, so that they can be compared.
  const longest = Math.max(0, ...worst.flatMap(({ week }) => week.map(({ waits }) => waits ?? 0)));
  const hours = HOURS.find((each) => each * 60 >= longest) ?? Math.ceil(longest / 60);
  return (
    <section className={styles.worst} aria-label="How long mail can wait at most">
      <h3>How long mail can wait at most</h3>
      <ul>
        {worst.map(({ name, longest: waits }) => (
          <li key={name}>
            <button aria-pressed={name === shown.name} onClick={() => choose(name)}>
              <span>{name}</span> <b>{waits}</b>
            </button>
          </li>
        ))}
      </ul>
      <Drawn line={shown} hours={hours} />
    </section>
  );
}

function Drawn({ line: { said, week }, hours }: { line: Line; hours: number }) {
  const line = path(week, hours * 60);
  return (
    <figure>
      <figcaption aria-live="polite">{said}</figcaption>
      <div className={styles.worstDrawn} aria-hidden>
        <small>{hours} h, in a usual week, by when it arrives</small>
        <svg viewBox={`0 0 ${WEEK} ${HEIGHT}`} preserveAspectRatio="none">
          {DAYS.map((_, day) => (
            <line key={day} x1={day * DAY} x2={day * DAY} y1="0" y2={HEIGHT} />
          ))}
          <path d={`${line} L${WEEK},${HEIGHT} L0,${HEIGHT} Z`} />
        </svg>
        <ol>
          {DAYS.map((day, at) => (
            <li key={at}>{day}</li>
          ))}
        </ol>
      </div>
    </figure>
  );
}
