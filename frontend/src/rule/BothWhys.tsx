import type { TurnedRow } from "../api/client";
import ui from "../parts/page.module.css";
import styles from "./bothWhys.module.css";
import { WhyLines } from "./WhyLines";

/** Why a message comes as it does by each of two rulebooks, side by side. @param names of the two */
export const BothWhys = ({ whys, names }: { whys: TurnedRow["whys"]; names: readonly string[] }) => (
  <div className={styles.whys} aria-busy={whys.length === 0}>
    {whys.map(({ summary, lines }, place) => (
      <section key={place} aria-label={names[place]} className={place ? styles.otherWhy : styles.oneWhy}>
        <span className={ui.quiet}>{names[place]}</span>
        <b>{summary}</b>
        <WhyLines lines={lines} />
      </section>
    ))}
  </div>
);
