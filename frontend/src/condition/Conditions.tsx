import Button from "@mui/material/Button";
import type { Fact, DryRun, Vocabulary } from "../api/client";
import { OneOf } from "../parts/OneOf";
import ui from "../parts/page.module.css";
import { Slot } from "../parts/Slot";
import { Tip } from "../parts/Tip";
import { Adder } from "./Adder";
import styles from "./condition.module.css";
import { SentencePart, SentenceParts } from "./SentencePart";
import {
  entriesOf,
  factOf,
  GROUP_LABELS,
  groupOf,
  isLeaf,
  kindOf,
  membersOf,
  withOp,
  type Condition,
  type Group,
  type GroupKind,
  type Leaf,
} from "./tree";
import { Value } from "./Values";

const KINDS = (Object.keys(GROUP_LABELS) as GroupKind[]).map((value) => ({ value, label: GROUP_LABELS[value] }));
const MAX_DEPTH = 8; // as the rulebook allows

/** What was found out of a condition while it is written, of a rule or of a view. */
export type Asked = Pick<DryRun, "faults" | "unfinished" | "counts" | "apart" | "clashes"> & { days?: number };
export type Around = { vocabulary: Vocabulary; dryRun: Asked | undefined };

const count = (number: number | undefined) => number?.toLocaleString("en") ?? "";

/** The operator of a condition, or for a fact that holds or not, its whole sentence. */
function How({ leaf, fact, change }: { leaf: Leaf; fact: Fact; change: (next: Leaf) => void }) {
  if (fact.shape === "flag") {
    const yes = (leaf.value === true) !== Boolean(leaf.not);
    return (
      <Slot
        label="Holds or not"
        value={yes ? "yes" : "no"}
        choices={[
          { value: "yes", label: fact.label },
          { value: "no", label: fact.denial ?? "" },
        ]}
        change={(next) => change({ fact: leaf.fact, op: leaf.op, value: next === "yes" })}
      />
    );
  }
  if (fact.shape === "span")
    return (
      <>
        {fact.label}
        <Slot
          label="How"
          value={leaf.not ? "not" : ""}
          choices={[
            { value: "", label: "just" },
            { value: "not", label: "not" },
          ]}
          change={(next) => change({ fact: leaf.fact, op: leaf.op, value: leaf.value, ...(next ? { not: true } : {}) })}
        />
      </>
    );
  return (
    <>
      {fact.label}
      <Slot
        label="How"
        value={`${leaf.not ? "not " : ""}${leaf.op}`}
        choices={fact.ops.flatMap(({ name, label, denial }) => [
          { value: name, label },
          { value: `not ${name}`, label: denial },
        ])}
        change={(next) => {
          change(withOp(leaf, next.replace(/^not /, ""), next.startsWith("not ")));
        }}
      />
    </>
  );
}

function LeafLine({
  leaf,
  pointer,
  vocabulary,
  dryRun,
  change,
  remove,
}: Around & { leaf: Leaf; pointer: string; change: (next: Leaf) => void; remove?: () => void }) {
  const fact = factOf(vocabulary, leaf.fact);
  const fault = dryRun?.faults.find((each) => each.pointer === pointer || each.pointer.startsWith(`${pointer}/`));
  const clash = dryRun?.clashes.find(({ pointers }) => pointers.includes(pointer));
  const unfinished = dryRun?.unfinished.includes(pointer);
  return (
    <SentencePart
      clashing={clash !== undefined}
      takeOut={remove}
      takesOut="this condition"
      faults={[fault?.message, clash?.message]}
      counted={
        unfinished ? (
          <small>wants its words</small>
        ) : (
          <Tip says={`Messages${dryRun?.days ? ` of the last ${dryRun.days} days` : ""} for which this holds by itself`}>
            <span>{count(dryRun?.counts[pointer])}</span>
          </Tip>
        )
      }
    >
      {fact ? (
        <>
          <How leaf={leaf} fact={fact} change={change} />
          <Value leaf={leaf} fact={fact} vocabulary={vocabulary} change={change} />
        </>
      ) : (
        <span>
          {leaf.fact} {leaf.op} {JSON.stringify(leaf.value)}
        </span>
      )}
    </SentencePart>
  );
}

/** Where all of and any of would differ much, both numbers, with the switch right there; it comes below what one is about to press. */
function Apart({ pointer, dryRun, choose }: { pointer: string; dryRun: Asked | undefined; choose: (kind: GroupKind) => void }) {
  const apart = dryRun?.apart.find((each) => each.pointer === pointer);
  if (!apart) return null;
  const label = GROUP_LABELS[apart.other as GroupKind];
  return (
    <p className={ui.hint}>
      With <b>{GROUP_LABELS[apart.kind as GroupKind]}</b>,{" "}
      {apart.count === 1 ? "1 message is" : `${count(apart.count)} messages are`} meant; with <b>{label}</b>,{" "}
      {count(apart.other_count)} would be.
      <Button variant="text" onClick={() => choose(apart.other as GroupKind)}>
        Use {label}
      </Button>
    </p>
  );
}

type GroupProps = Around & { group: Group; pointer: string; change: (next: Group) => void; depth?: number; adding?: string };

/** A group of conditions as lines of a sentence; groups nest. */
export function GroupLines({ group, pointer, vocabulary, dryRun, change, depth = 1, adding = "condition" }: GroupProps) {
  const kind = kindOf(group);
  const members = membersOf(group);
  const set = (next: Condition[]) => change(groupOf(kind, next));
  const replace = (index: number, next: Condition) => set(members.map((member, at) => (at === index ? next : member)));
  const remove = (index: number) => set(members.filter((_, at) => at !== index));
  const choose = (next: GroupKind) => change(groupOf(next, members));
  const implied = adding === "exception" ? "any" : "all";
  return (
    <SentenceParts>
      {(members.length > 1 || kind !== implied || depth > 1) && (
        <div className={ui.conditionLine}>
          <OneOf label="How they hold together" value={kind} choices={KINDS} change={choose} />
          {kind === "all" ? "these hold" : "these holds"}
          <span className={styles.conditionCount}>
            <Tip says="Messages for which they hold together">
              <span>together {count(dryRun?.counts[pointer])}</span>
            </Tip>
          </span>
        </div>
      )}
      {members.map((member, index) => {
        const at = `${pointer}/${kind}/${index}`;
        return isLeaf(member) ? (
          <LeafLine
            key={index}
            leaf={member}
            pointer={at}
            vocabulary={vocabulary}
            dryRun={dryRun}
            change={(next) => replace(index, next)}
            remove={() => remove(index)}
          />
        ) : (
          <div key={index} className={styles.nested}>
            <GroupLines
              group={member}
              pointer={at}
              vocabulary={vocabulary}
              dryRun={dryRun}
              change={(next) => replace(index, next)}
              depth={depth + 1}
            />
            <Button variant="text" onClick={() => remove(index)}>
              Take this group out
            </Button>
          </div>
        );
      })}
      {members.length === 0 && <p className={ui.quiet}>{kind === "any" ? "Nothing holds yet." : "Holds for every message."}</p>}
      <div className={ui.conditionLine}>
        <Adder
          label={adding}
          placeholder="type what you mean: sender, a file, copied to me …"
          entries={(typed) => entriesOf(vocabulary, typed)}
          add={({ leaf }) => set([...members, leaf])}
        />
        {depth < MAX_DEPTH && (
          <Button variant="text" onClick={() => set([...members, { any: [] }])}>
            + group
          </Button>
        )}
      </div>
      <Apart pointer={pointer} dryRun={dryRun} choose={choose} />
    </SentenceParts>
  );
}

/** A condition, whatever it is: a single one that stands in no group can be joined by others. */
export function Conditions({
  node,
  change,
  ...rest
}: Around & { node: Condition; pointer: string; change: (next: Condition) => void; adding?: string }) {
  if (!isLeaf(node)) return <GroupLines group={node} change={change} {...rest} />;
  return (
    <SentenceParts>
      <LeafLine leaf={node} change={change} {...rest} />
      <Adder
        label={rest.adding ?? "condition"}
        placeholder="type what you mean"
        entries={(typed) => entriesOf(rest.vocabulary, typed)}
        add={({ leaf }) => change(groupOf(rest.adding === "exception" ? "any" : "all", [node, leaf]))}
      />
    </SentenceParts>
  );
}
