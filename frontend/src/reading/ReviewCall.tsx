import type { ReactNode } from "react";
import styles from "./review.module.css";

/** How a view stands with its review times, in one line; it stands out when it is time. */
export const ReviewCall = ({ due, children }: { due: boolean; children: ReactNode }) => (
  <div className={due ? `${styles.reviewLine} ${styles.due}` : styles.reviewLine}>{children}</div>
);
