import { Link } from "react-router";
import { useRuleExamples } from "../../../api/promises";
import ui from "../../../parts/page.module.css";
import { ExampleLine } from "../../../rule/ExampleLine";
import styles from "./editor.module.css";

/** The messages kept as examples that the rule, as it is saved, decides. */
export function RuleExamples({ rule }: { rule: number }) {
  const rows = useRuleExamples(rule).data?.examples ?? [];
  if (rows.length === 0) return null;
  return (
    <section className={ui.part} aria-label="Examples that it decides">
      <h2>Examples</h2>
      <ul className={styles.examples}>
        {rows.map((example) => (
          <li key={example.name}>
            <Link to="/rules/promises">{example.about}</Link>
            <br />
            <ExampleLine example={example} />
          </li>
        ))}
      </ul>
    </section>
  );
}
