import { Link, Navigate, useLocation, useParams } from "react-router";
import { useHouse } from "../../api/house";
import { useRules, useVocabulary } from "../../api/rules";
import ui from "../../parts/page.module.css";
import { useBeginning } from "../../rule/beginning";
import { RuleEditor } from "./editor/RuleEditor";

export function EditScreen() {
  const { id } = useParams();
  const here = useLocation().key;
  const begun = useBeginning(); // the same rule, tried otherwise, is begun anew
  const rules = useRules().data?.rules;
  const vocabulary = useVocabulary().data;
  const houses = useHouse().data?.houses;
  if (!rules || !vocabulary) return <div className={`${ui.screen} ${ui.waiting}`}>Opening …</div>;
  const rule = id === "new" ? undefined : rules.find((each) => each.id === Number(id));
  if (id !== "new" && !rule && !houses) return <div className={`${ui.screen} ${ui.waiting}`}>Opening …</div>;
  // A rule of the office is not one's own to change: it stands among the others of its publisher.
  if (houses?.some((house) => house.rules.some((each) => each.id === Number(id)))) return <Navigate to="/rules/house" replace />;
  if (id !== "new" && !rule)
    return (
      <main className={ui.list}>
        <h1 className={ui.lead}>That rule is not there any more.</h1>
        <p className={ui.sub}>
          <Link to="/rules">All rules</Link> · <Link to="/done">What was done</Link>, where a deletion can be taken back.
        </p>
      </main>
    );
  return (
    <div className={ui.screen}>
      <RuleEditor key={begun ? here : id} rule={rule} vocabulary={vocabulary} />
    </div>
  );
}
