import type { Tried } from "../api/client";
import styles from "./tried.module.css";

/** A message tried: what would be otherwise with it. */
export function TriedRow({ tried, asks = false }: { tried: Tried; asks?: boolean }) {
  return (
    <li className={tried.matched ? styles.tried : `${styles.tried} ${styles.unmatched}`}>
      <b>{tried.sender || "(no sender)"}</b>
      <span className={styles.triedSubject}>{tried.subject || "(no subject)"}</span>
      <time>{tried.when}</time>
      <span className={styles.triedChange}>
        {tried.changes.map((change, index) => (
          <span key={change.topic}>
            {index > 0 && " · "}
            <b>{change.now}</b>, was {change.was}
          </span>
        ))}
        {tried.changes.length === 0 && (!tried.matched ? "not matched" : asks ? "would ask you" : "no change")}
      </span>
      {tried.reason && <small>{tried.reason}</small>}
    </li>
  );
}
