import { NavLink } from "react-router";
import type { Status } from "../api/client";
import { Mark } from "../parts/Mark";
import styles from "./bar.module.css";
import { CheckUpCount } from "./CheckUpCount";
import { ClockControl } from "./ClockControl";
import { FindField } from "./FindField";
import { HeadsDown } from "./HeadsDown";
import { Keys } from "./Keys";

export function Bar({ status }: { status: Status }) {
  return (
    <header className={status.heads_down ? `${styles.bar} ${styles.quietened}` : styles.bar}>
      <div className={styles.mark}>
        <Mark />
        Up Front
      </div>
      <nav aria-label="Screens">
        <NavLink to="/front">Front</NavLink>
        <NavLink to="/held">
          Held {status.held > 0 && <b aria-label={`${status.held} messages`}>{status.held}</b>}
          {status.next_round && <small className={styles.next}> next {status.next_round}</small>}
        </NavLink>
        <NavLink to="/today">Today {status.todo > 0 && <b aria-label={`${status.todo} to do`}>{status.todo}</b>}</NavLink>
        <NavLink to="/views">Views</NavLink>
        <NavLink to="/rules">
          Rules <CheckUpCount />
        </NavLink>
        <NavLink to="/week">Week</NavLink>
        <NavLink to="/senders">Senders</NavLink>
        <NavLink to="/report">Report</NavLink>
        <NavLink to="/alerts">Alerts</NavLink>
        <NavLink to="/outbox">
          Outbox {status.outgoing > 0 && <b aria-label={`${status.outgoing} to go`}>{status.outgoing}</b>}
        </NavLink>
        <NavLink to="/mail-in">Mail in</NavLink>
      </nav>
      <div className={styles.barRight}>
        <FindField />
        <HeadsDown status={status} />
        <NavLink className={styles.done} to="/done">
          Done
        </NavLink>
        <Keys />
        {status.demo && <ClockControl />}
      </div>
    </header>
  );
}
