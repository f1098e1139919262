import { closestCenter, DndContext, type Announcements, type DragEndEvent } from "@dnd-kit/core";
import { arrayMove, SortableContext, verticalListSortingStrategy } from "@dnd-kit/sortable";
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import { Fragment, useState } from "react";
import { Link, useNavigate } from "react-router";
import type { Rule } from "../../api/client";
import { useCopyRule, useRules } from "../../api/rules";
import { fits } from "../../condition/tree";
import { Fault } from "../../parts/Fault";
import { KeyCap } from "../../parts/KeyCap";
import { useKey } from "../../parts/keys";
import ui from "../../parts/page.module.css";
import { useDragSensors } from "../../parts/useDragSensors";
import { useBeginRule } from "../../rule/beginning";
import { useFocusedRule } from "./focus";
import { HouseLine } from "./house/HouseLine";
import { Pause } from "./Pause";
import { RuleChangeDialog } from "./RuleChangeDialog";
import { RuleRow } from "./RuleRow";
import styles from "./rules.module.css";
import { RulesNav } from "./RulesNav";
import { Several } from "./Several";
import { useRuleChange } from "./useRuleChange";

const INSTRUCTIONS = {
  draggable: "Space picks the rule up, the arrow keys move it, Space puts it down, Escape leaves it where it was.",
};

const inWords = (rule: Rule) => [rule.name, rule.sentence, rule.heading ?? "", ...rule.marks].join(" ");

/** Below the last rule of a heading. */
const lastUnder = (rules: Rule[], heading: string) =>
  rules.reduce((last, rule, at) => (rule.heading === heading ? at + 1 : last), 0);

export function RulesScreen() {
  const navigate = useNavigate();
  const begin = useBeginRule();
  useKey("newRule", () => navigate("/rules/new"));
  const rules = useRules();
  const copy = useCopyRule();
  const [typed, setTyped] = useState("");
  const [taking, setTaking] = useState<number[]>();
  const sensors = useDragSensors();
  const all = rules.data?.rules ?? [];
  const { asked, ask, keep, back } = useRuleChange(all);
  useFocusedRule(all.length > 0);
  // A move that is not kept yet shows where it would go.
  const from = asked?.step.act === "move" ? all.findIndex(({ id }) => id === asked.rule.id) : -1;
  const ordered = from >= 0 ? arrayMove(all, from, asked!.step.to!) : all;
  const shown = ordered.filter((rule) => fits(typed, inWords(rule)));
  const drop = ({ active, over }: DragEndEvent) => {
    if (!over || active.id === over.id) return;
    const rule = all.find(({ id }) => id === active.id)!;
    void ask(rule, { act: "move", to: ordered.findIndex(({ id }) => id === over.id) });
  };
  const nameOf = (id: unknown) => `“${all.find((rule) => rule.id === id)?.name ?? ""}”`;
  const placeOf = (id: unknown) => ordered.findIndex((rule) => rule.id === id) + 1;
  const announcements: Announcements = {
    onDragStart: ({ active }) => `${nameOf(active.id)} is picked up.`,
    onDragOver: ({ active, over }) => (over ? `${nameOf(active.id)} would be read as number ${placeOf(over.id)}.` : undefined),
    onDragEnd: ({ active }) => `${nameOf(active.id)} is put down.`,
    onDragCancel: ({ active }) => `${nameOf(active.id)} stays where it was.`,
  };
  return (
    <div className={ui.screen}>
      <main className={`${ui.list} ${ui.rulesList}`}>
        <RulesNav />
        {rules.data && (
          <>
            <h1 className={ui.lead}>{rules.data.lead}</h1>
            <p className={ui.sub}>
              {all.length > 0
                ? "The first rule to speak on a matter decides it; labels add up. A change holds for held mail and for what arrives from now on."
                : "Without rules, all mail comes as the plan says. Open a message and choose Make a rule, begin from a need, or write one here."}
            </p>
            <div className={styles.rulesBar}>
              <Button variant="contained" onClick={() => navigate("/rules/new")}>
                New rule <KeyCap of="newRule" />
              </Button>
              {all.length === 0 && <Link to="/rules/begin">Begin from a need</Link>}
              {all.length > 0 && (
                <TextField
                  type="search"
                  className={styles.find}
                  size="small"
                  placeholder="Find a rule by any word in it"
                  value={typed}
                  onChange={(event) => setTyped(event.target.value)}
                  slotProps={{ htmlInput: { "aria-label": "Find a rule" } }}
                />
              )}
              {all.length > 0 && (
                <span className={`${ui.last} ${ui.rowOf}`}>
                  {taking ? (
                    <Several rules={all} chosen={taking} choose={setTaking} />
                  ) : (
                    <>
                      <Button variant="text" onClick={() => setTaking([])}>
                        Choose some …
                      </Button>
                      <Pause />
                    </>
                  )}
                </span>
              )}
            </div>
            {asked && <RuleChangeDialog asked={asked} keep={keep} back={back} />}
            {rules.data.house && <HouseLine house={rules.data.house} />}
            {typed && shown.length === 0 && <p className={ui.quiet}>No rule has these words.</p>}
            <DndContext
              sensors={sensors}
              collisionDetection={closestCenter}
              onDragEnd={drop}
              accessibility={{ announcements, screenReaderInstructions: INSTRUCTIONS }}
            >
              <SortableContext items={shown.map(({ id }) => id)} strategy={verticalListSortingStrategy}>
                <ol className={styles.rules}>
                  {shown.map((rule, index) => (
                    <Fragment key={rule.id}>
                      {rule.heading && rule.heading !== shown[index - 1]?.heading && (
                        <li className={styles.ruleHeading}>
                          <h2>{rule.heading}</h2>
                          <Button
                            variant="text"
                            aria-label={`New rule under ${rule.heading}`}
                            onClick={() => begin({ place: lastUnder(ordered, rule.heading!), heading: rule.heading! })}
                          >
                            New rule here
                          </Button>
                        </li>
                      )}
                      {!rule.heading && index > 0 && shown[index - 1]?.heading && (
                        <li className={`${styles.ruleHeading} ${styles.none}`} aria-hidden />
                      )}
                      <RuleRow
                        rule={rule}
                        place={ordered.indexOf(rule)}
                        days={rules.data.days}
                        movable={!typed && !asked}
                        chosen={taking?.includes(rule.id)}
                        choose={(on) => setTaking(on ? [...(taking ?? []), rule.id] : taking?.filter((id) => id !== rule.id))}
                        switchIt={() => void ask(rule, { act: "switch" })}
                        of={ordered.length}
                        move={(to) => void ask(rule, { act: "move", to })}
                        copy={() => copy.mutate(rule.id)}
                        remove={() => void ask(rule, { act: "delete" })}
                      />
                    </Fragment>
                  ))}
                </ol>
              </SortableContext>
            </DndContext>
          </>
        )}
        <Fault of={rules} />
      </main>
    </div>
  );
}
