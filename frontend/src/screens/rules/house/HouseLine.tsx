import { Link } from "react-router";
import type { Rules } from "../../../api/rules";
import ui from "../../../parts/page.module.css";

const count = (number: number) => (number === 1 ? "one house rule is" : `${number} house rules are`);

/** That the office's rules are read before these, and after them. */
export function HouseLine({ house }: { house: NonNullable<Rules["house"]> }) {
  const said = [
    house.before > 0 && `${count(house.before)} read before these`,
    house.after > 0 && `${count(house.after)} read after them`,
  ].filter(Boolean);
  const sentence = said.length > 0 ? said.join(", ") : "none of the house rules that you follow is on";
  return (
    <p className={ui.quiet}>
      {sentence.charAt(0).toUpperCase() + sentence.slice(1)} (<Link to="/rules/house">{house.publishers.join(", ")}</Link>).
    </p>
  );
}
