import type { Compared, Report } from "../../api/report";
import ui from "../../parts/page.module.css";
import styles from "./report.module.css";

/** Each figure with what it counts. */
export function Lines({ report }: { report: Report }) {
  return (
    <table className={styles.table}>
      <caption className="unseen">Figures</caption>
      <tbody>
        {report.lines.map(({ what, much, part }) => (
          <tr key={what} className={part ? styles.part : undefined}>
            <th scope="row">{what}</th>
            <td>{much}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

const shown = (value: number | null | undefined) => (value === null || value === undefined ? "—" : value.toLocaleString("en"));

/** Figures of two stretches, weekday by weekday. */
export function Comparison({ rows, caption, heads }: { rows: Compared[]; caption: string; heads: [string, string] }) {
  return (
    <div className={styles.wide}>
      <table className={styles.table}>
        <caption className="unseen">{caption}</caption>
        <thead>
          <tr>
            <td />
            {heads.map((head) => (
              <th key={head} scope="col">
                {head}
              </th>
            ))}
            <th scope="col">Working days</th>
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <tr key={row.figure} className={row.enough ? undefined : styles.off}>
              <th scope="row">{row.title}</th>
              <td>{shown(row.before)}</td>
              <td>{shown(row.after)}</td>
              <td>
                {row.before_days} and {row.after_days}
                {!row.enough && <small> too few to tell</small>}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

/** What changes of the rules and the plan did. */
export function Marks({ report }: { report: Report }) {
  if (report.marks.length === 0) return <p className={ui.quiet}>Nothing that decides was changed in these days.</p>;
  return report.marks.map((mark) => (
    <section key={mark.date} aria-label={`Changed for ${mark.label}`} className={styles.mark}>
      <h3 className={ui.smallHead}>From {mark.label}</h3>
      <p>
        {mark.said.join(" ")}
        {mark.more > 0 && ` And ${mark.more} more changes.`}
      </p>
      <Comparison rows={mark.compared} caption={`Before and after ${mark.label}`} heads={["Before", "After"]} />
    </section>
  ));
}
