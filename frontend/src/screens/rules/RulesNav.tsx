import { NavLink } from "react-router";

/** The pages that belong to the rules. */
export function RulesNav() {
  return (
    <nav className="sub-nav" aria-label="Rules and what belongs to them">
      <NavLink to="/rules" end>
        All rules
      </NavLink>
      <NavLink to="/rules/begin">Begin from a need</NavLink>
      <NavLink to="/rules/people">Groups and labels</NavLink>
      <NavLink to="/rules/inks">Inks</NavLink>
      <NavLink to="/rules/carry">Carry</NavLink>
      <NavLink to="/rules/done">What was done</NavLink>
    </nav>
  );
}
