import type { PromiseRow } from "../../../api/client";
import { Pill } from "../../../parts/Pill";
import styles from "./promises.module.css";

const WORDS = { proved: "proved", broken: "broken", holds: "holds on your mail", open: "being looked at" } as const;
const KINDS = { proved: "new", broken: "top", holds: "plain", open: "plain" } as const;

/** Whether a promise holds, and what tells so. */
export const Answer = ({ row: { answer, told, seen } }: { row: PromiseRow }) => (
  <p className={styles.answer}>
    <Pill kind={KINDS[answer]}>{WORDS[answer]}</Pill> {told} <span className={styles.seen}>{seen}</span>
  </p>
);
