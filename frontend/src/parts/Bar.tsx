import { NavLink } from "react-router";
import type { Status } from "../api/client";
import { ClockControl } from "./ClockControl";
import { FindField } from "./FindField";
import { HeadsDown } from "./HeadsDown";
import { KeysDialog } from "./KeysDialog";
import "./bar.css";

export function Mark() {
  return (
    <svg width="22" height="22" viewBox="0 0 22 22" aria-hidden>
      <rect x="1" y="11" width="5" height="10" rx="1.5" fill="#A9B4AE" />
      <rect x="8.5" y="2" width="5" height="19" rx="1.5" fill="var(--spruce)" />
      <rect x="16" y="11" width="5" height="10" rx="1.5" fill="#A9B4AE" />
    </svg>
  );
}

export function Bar({ status }: { status: Status }) {
  return (
    <header className="bar">
      <div className="mark">
        <Mark />
        Up Front
      </div>
      <nav aria-label="Screens">
        <NavLink to="/front">Front</NavLink>
        <NavLink to="/held">
          Held {status.held > 0 && <b aria-label={`${status.held} messages`}>{status.held}</b>}
          {status.next_round && <small> next {status.next_round}</small>}
        </NavLink>
        <NavLink to="/views">Views</NavLink>
        <NavLink to="/rules">Rules</NavLink>
        <NavLink to="/week">Week</NavLink>
        <NavLink to="/alerts">Alerts</NavLink>
        <NavLink to="/mail-in">Mail in</NavLink>
      </nav>
      <div className="bar-right">
        <FindField />
        <HeadsDown status={status} />
        <KeysDialog />
        {status.demo && <ClockControl />}
      </div>
    </header>
  );
}
