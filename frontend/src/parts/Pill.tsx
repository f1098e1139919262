import type { CSSProperties, ReactNode } from "react";
import styles from "./pill.module.css";

type Kind = "top" | "high" | "low" | "new" | "calling" | "plain";

/** A word on a ground of its own. */
export const Pill = ({ kind, children }: { kind: Kind; children: ReactNode }) => (
  <span className={`${styles.pill} ${styles[kind]}`}>{children}</span>
);

/** A label in its colour, which is mixed so that it can be read in both schemes. */
export const LabelPill = ({ colour, children }: { colour: string; children: ReactNode }) => (
  <span className={`${styles.pill} ${styles.label}`} style={{ "--c": colour } as CSSProperties}>
    {children}
  </span>
);
