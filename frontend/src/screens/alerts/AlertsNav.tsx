import { NavLink } from "react-router";

export function AlertsNav() {
  return (
    <nav className="sub-nav" aria-label="Alerts">
      <NavLink to="/alerts" end>
        Journal
      </NavLink>
      <NavLink to="/alerts/loud">How loud the rules are</NavLink>
      <NavLink to="/alerts/settings">How alerts sound</NavLink>
    </nav>
  );
}
