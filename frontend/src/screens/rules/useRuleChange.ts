import { useState } from "react";
import type { RuleChange, Rule } from "../../api/client";
import { foresee, useChangeRule, useDeleteRule, useMoveRule, type Step } from "../../api/rules";
import { useNotices } from "../../parts/notices";
import { focusRule } from "./focus";

export type Asked = { rule: Rule; step: Step; preview: RuleChange };

/** Changes to the order and the switches of rules, told before they are made. */
export function useRuleChange(rules: Rule[]) {
  const [asked, setAsked] = useState<Asked>();
  const { fail } = useNotices();
  const change = useChangeRule();
  const remove = useDeleteRule();
  const move = useMoveRule();
  // Where the focus goes when a rule is gone: to the one below it, else above.
  const beside = (id: number) => {
    const at = rules.findIndex((rule) => rule.id === id);
    return (rules[at + 1] ?? rules[at - 1])?.id;
  };
  const act = (rule: Rule, { act: name, to }: Step) => {
    setAsked(undefined);
    if (name === "move") move.mutate({ id: rule.id, to: to! });
    else if (name === "delete") remove.mutate(rule.id, { onSuccess: () => focusRule(beside(rule.id)) });
    else change.mutate({ id: rule.id, version: rule.version, body: { ...rule.body, enabled: !rule.enabled } });
  };
  /** A move is always put to the person; a switch or a deletion where held mail would be decided otherwise. */
  const ask = (rule: Rule, step: Step) =>
    foresee(rule.id, step).then(
      (preview) => {
        if (preview.held_any || (step.act === "move" && preview.changed > 0)) setAsked({ rule, step, preview });
        else act(rule, step);
      },
      (problem: Error) => {
        setAsked(undefined);
        fail(problem.message);
      },
    );
  return { asked, ask, keep: () => asked && act(asked.rule, asked.step), back: () => setAsked(undefined) };
}
