import Button from "@mui/material/Button";
import { useState } from "react";
import type { Rule, RuleChange } from "../../api/client";
import { foreseeMany, useChangeRules, type ManyAct } from "../../api/rules";
import { useNotices } from "../../parts/notices";
import ui from "../../parts/page.module.css";

const ACTS: { act: ManyAct; label: string }[] = [
  { act: "on", label: "Switch on" },
  { act: "off", label: "Switch off" },
  { act: "top", label: "To the top" },
  { act: "bottom", label: "To the bottom" },
  { act: "delete", label: "Delete" },
];

/** What is done with several rules at once: told first where mail would be decided otherwise. */
export function Several({
  rules,
  chosen,
  choose,
}: {
  rules: Rule[];
  chosen: number[];
  choose: (chosen: number[] | undefined) => void;
}) {
  const change = useChangeRules();
  const { fail } = useNotices();
  const [asked, setAsked] = useState<{ act: ManyAct; preview: RuleChange }>();
  const here = chosen.filter((id) => rules.some((rule) => rule.id === id));
  const keep = (act: ManyAct) =>
    change.mutate(
      { rules: here, act },
      { onSuccess: () => choose(act === "delete" ? undefined : here), onSettled: () => setAsked(undefined) },
    );
  const ask = (act: ManyAct) =>
    foreseeMany({ rules: here, act }).then(
      (preview) => (preview.changed > 0 || preview.held_any ? setAsked({ act, preview }) : keep(act)),
      (problem: Error) => fail(problem.message),
    );
  const many = here.length === 1 ? "one rule" : `${here.length} rules`;
  const label = ACTS.find(({ act }) => act === asked?.act)?.label ?? "";
  return (
    <>
      <Button variant="text" onClick={() => choose(here.length === rules.length ? [] : rules.map(({ id }) => id))}>
        {here.length === rules.length ? "None" : "All"}
      </Button>
      {ACTS.map(({ act, label }) => (
        <Button key={act} disabled={here.length === 0 || change.isPending} onClick={() => void ask(act)}>
          {label}
        </Button>
      ))}
      <Button href={`/api/rulebook?rules=${here.join(",")}`} disabled={here.length === 0} component="a" download>
        Save {here.length} as a file
      </Button>
      <Button variant="text" onClick={() => choose(undefined)}>
        Done
      </Button>
      {asked && (
        <section className={ui.boxed} role="alertdialog" aria-label={`${label}: ${many}`}>
          <p>
            <b>
              {label}: {many}?
            </b>{" "}
            {asked.preview.message} {asked.preview.held}
          </p>
          <div className={ui.rowOf}>
            <Button variant="contained" autoFocus onClick={() => keep(asked.act)}>
              {label}: {many}
            </Button>
            <Button onClick={() => setAsked(undefined)}>Leave them</Button>
          </div>
        </section>
      )}
    </>
  );
}
