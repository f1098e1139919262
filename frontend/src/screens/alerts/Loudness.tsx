import type { Alert } from "../../api/client";
import styles from "./loudness.module.css";

const WORDS = { tap: "tap", chime: "chime", call_out: "call-out" } as const;
const LOOKS = { tap: "", chime: styles.chime, call_out: styles.callOut } as const;

/** How loud an alert is: the louder, the heavier. */
export const Loudness = ({ level }: { level: Alert["level"] }) => (
  <span className={`${styles.loudness} ${LOOKS[level]}`}>{WORDS[level]}</span>
);
