import { lazy, Suspense, useState } from "react";
import type { Report } from "../../api/report";
import { HourMap } from "../../parts/HourMap";
import { OneOf } from "../../parts/OneOf";
import ui from "../../parts/page.module.css";
import type { Figure } from "./Charts";
import styles from "./report.module.css";

/** The library of charts is large: it comes when one is drawn, and not ahead. */
const DayBars = lazy(() => import("./Charts"));
const HourBars = lazy(() => import("./Charts").then(({ HourBars: bars }) => ({ default: bars })));

const FIGURES: { value: Figure; label: string; says: string }[] = [
  { value: "interruptions", label: "Interruptions", says: "Moments that interrupt, from 09:00 to 17:00 of working days" },
  { value: "longest", label: "Undisturbed", says: "Longest stretch undisturbed, in minutes, of working days" },
  { value: "mail", label: "Messages", says: "Messages that arrived" },
  { value: "straight", label: "Straight in", says: "Messages that came straight in" },
  { value: "alerts", label: "Alerts", says: "Alerts that were shown" },
];

/** Days as bars, with the same in a table. */
export function DayPictures({ report }: { report: Report }) {
  const [figure, setFigure] = useState<Figure>("interruptions");
  const { label, says } = FIGURES.find(({ value }) => value === figure)!;
  return (
    <figure className={styles.picture}>
      <figcaption>
        <OneOf label="What is drawn" value={figure} choices={FIGURES} change={setFigure} />
        <span className={ui.quiet}>{says}, day by day.</span>
      </figcaption>
      <Suspense fallback={<div className={styles.chart} />}>
        <DayBars days={report.days} figure={figure} label={label} marks={report.marks} />
      </Suspense>
      <details>
        <summary>Day by day as a table</summary>
        <div className={styles.wide}>
          <table className={styles.table}>
            <caption className="unseen">Day by day</caption>
            <thead>
              <tr>
                <th scope="col">Day</th>
                {FIGURES.map((each) => (
                  <th key={each.value} scope="col">
                    {each.label}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {report.days.map((day) => (
                <tr key={day.date} className={day.working ? undefined : styles.off}>
                  <th scope="row">{day.label}</th>
                  {FIGURES.map(({ value }) => (
                    <td key={value}>{day[value] ?? "—"}</td>
                  ))}
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      </details>
    </figure>
  );
}

/** When mail arrives. */
export function HourPictures({ report }: { report: Report }) {
  const hours = Array.from({ length: 24 }, (_, hour) => report.hours.reduce((sum, { counts }) => sum + counts[hour]!, 0));
  const busiest = hours.indexOf(Math.max(...hours));
  const names: Record<string, string> = {
    mon: "Monday",
    tue: "Tuesday",
    wed: "Wednesday",
    thu: "Thursday",
    fri: "Friday",
    sat: "Saturday",
    sun: "Sunday",
  };
  return (
    <figure className={styles.picture}>
      <figcaption>
        <b>When mail arrives</b>{" "}
        <span className={ui.quiet}>
          Most of it from {String(busiest).padStart(2, "0")}:00 to {String(busiest + 1).padStart(2, "0")}:00:{" "}
          {hours[busiest]!.toLocaleString("en")} messages.
        </span>
      </figcaption>
      <Suspense fallback={<div className={styles.chart} />}>
        <HourBars hours={hours} />
      </Suspense>
      <HourMap rows={report.hours.map(({ day, counts }) => ({ day: names[day] ?? day, counts }))} label="When mail arrives" />
    </figure>
  );
}
