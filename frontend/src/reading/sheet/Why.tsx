import { useState } from "react";
import type { Sheet } from "../../api/client";
import ui from "../../parts/page.module.css";
import { WhyLines } from "../../rule/WhyLines";
import styles from "./why.module.css";
import { WhyNot } from "./WhyNot";

/** Every claim explains itself, in two or three lines; how each rule was read is one click away. */
export function Why({ id, why }: { id: number; why: Sheet["why"] }) {
  const [all, setAll] = useState(false);
  const [asking, setAsking] = useState(false);
  return (
    <section className={styles.why} aria-label="Why">
      <b>{why.summary}</b>
      <WhyLines lines={why.lines} gone=" (deleted since)" />
      {why.readings.length > 0 && (
        <button className={styles.how} aria-expanded={all} onClick={() => setAll(!all)}>
          {all ? "Hide how each rule was read" : "How each rule was read"}
        </button>
      )}
      {why.readings.length > 0 && (
        <button className={styles.how} aria-expanded={asking} onClick={() => setAsking(!asking)}>
          Why not another?
        </button>
      )}
      {why.stale && <p className={ui.quiet}>The rules have changed since; this is by the rules as they were then.</p>}
      {asking && <WhyNot id={id} />}
      {all && (
        <ol className={styles.readings}>
          {why.readings.map((reading) => (
            <li key={reading.rule} className={reading.matched ? styles.matched : ""}>
              <b>{reading.rule}</b> {reading.house && <small>(house rule, {reading.house})</small>} {reading.text}
            </li>
          ))}
        </ol>
      )}
    </section>
  );
}
