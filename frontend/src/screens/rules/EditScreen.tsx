import { Link, useParams } from "react-router";
import { useRules, useVocabulary } from "../../api/queries";
import { RuleEditor } from "./editor/RuleEditor";
import "./rules.css";

export function EditScreen() {
  const { id } = useParams();
  const rules = useRules().data?.rules;
  const vocabulary = useVocabulary().data;
  if (!rules || !vocabulary) return <div className="screen waiting">Opening …</div>;
  const rule = id === "new" ? undefined : rules.find((each) => each.id === Number(id));
  if (id !== "new" && !rule)
    return (
      <main className="list">
        <h1 className="lead">That rule is not there any more.</h1>
        <p className="sub">
          <Link to="/rules">All rules</Link> · <Link to="/rules/done">What was done</Link>, where a deletion can be taken back.
        </p>
      </main>
    );
  return (
    <div className="screen">
      <RuleEditor key={id} rule={rule} vocabulary={vocabulary} />
    </div>
  );
}
