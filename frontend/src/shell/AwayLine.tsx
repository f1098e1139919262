import { Link } from "react-router";
import type { Status } from "../api/client";
import styles from "./going.module.css";

/** That an away notice goes out: on every page, since others are told so. */
export const AwayLine = ({ away }: { away: Status["away"] }) => (
  <div role="status" aria-live="polite">
    {away && (
      <div className={styles.going}>
        <span>
          <b>Your away notice goes out until {away.until}.</b> <Link to="/mail-in/away">Change or end it</Link>
        </span>
      </div>
    )}
  </div>
);
