import { useEffect } from "react";
import { Link } from "react-router";
import { houseSeen, useHouse } from "../../../api/house";
import { Fault } from "../../../parts/Fault";
import ui from "../../../parts/page.module.css";
import { RulesNav } from "../RulesNav";
import { Follow } from "./Follow";
import { HousePart } from "./HousePart";

/** The rules of the office: which are followed, how firm each is, and what a new edition would change. */
export function HouseScreen() {
  const house = useHouse();
  const told = house.data?.houses.some((each) => each.told);
  // What was told has been looked at; it stands here as long as the page does.
  useEffect(() => {
    if (told) void houseSeen().catch(() => undefined);
  }, [told]);
  return (
    <div className={ui.screen}>
      <main className={`${ui.list} ${ui.rulesList}`}>
        <RulesNav />
        {house.data && (
          <>
            <h1 className={ui.lead}>{house.data.lead}</h1>
            <p className={ui.sub}>
              What your office publishes for all is read before your own rules; what it suggests, after them; what it offers is
              off until you switch it on. To publish rules of your own: <Link to="/rules/house/publish">Publish</Link>.
            </p>
            {house.data.houses.map((each) => (
              <HousePart key={each.place} house={each} days={house.data.days} />
            ))}
            <Follow first={house.data.houses.length === 0} />
          </>
        )}
        {!house.data && <Fault of={house} />}
      </main>
    </div>
  );
}
