import { useState } from "react";
import type { Rule } from "../../api/client";
import { useRules } from "../../api/rules";
import { Combobox } from "../../parts/Combobox";
import { fold } from "../../parts/fold";
import ui from "../../parts/page.module.css";
import { WhyAnswer } from "../../rule/WhyAnswer";
import styles from "./why.module.css";

/** What any rule may be expected to have done, by the topic on which it speaks. */
const ANY = [
  ["timing", "any rule that says when it comes"],
  ["priority", "any rule that gives a priority"],
  ["alert", "any rule that alerts"],
  ["ink", "any rule that gives an ink"],
  ["labels", "any rule that labels"],
  ["flag", "any rule that flags"],
  ["discard", "any rule that discards"],
] as const;

const speaks = (rule: Rule, topic: string) => topic in (rule.body.then as Record<string, unknown>);

/** Why a rule that one expected did not decide this message; or none of those that speak on something. */
export function WhyNot({ id }: { id: number }) {
  const rules = useRules().data?.rules ?? [];
  const [typed, setTyped] = useState("");
  const [chosen, setChosen] = useState<string>();
  const any = ANY.filter(([topic]) => rules.some((rule) => speaks(rule, topic)));
  const all = [
    ...rules.map((rule) => ({ key: String(rule.id), label: rule.name })),
    ...any.map(([topic, label]) => ({ key: topic, label })),
  ];
  const options = all.filter(({ label }) => fold(label).includes(fold(typed)));
  const asked = rules.filter((rule) => String(rule.id) === chosen || (chosen !== undefined && speaks(rule, chosen)));
  return (
    <section aria-label="Why not" className={styles.whyNot}>
      <div className={ui.conditionLine}>
        why not
        <Combobox
          wide
          label="The rule that you expected"
          placeholder={all.find(({ key }) => key === chosen)?.label ?? "the rule that you expected …"}
          options={options}
          typed={typed}
          type={setTyped}
          take={({ key }) => setChosen(key)}
        />
      </div>
      {asked.map((rule) => (
        <WhyAnswer key={rule.id} id={id} rule={rule.id} />
      ))}
    </section>
  );
}
