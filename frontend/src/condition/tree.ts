import type { Fact, Vocabulary } from "../api/client";
import { DAYS } from "../parts/chips";
import { fold } from "../parts/fold";

/** The rulebook's conditions as the file has them (docs/rulebook.md). */
export type Leaf = { fact: string; op: string; value: unknown; not?: boolean };
export type GroupKind = "all" | "any" | "none";
export type Group = { [kind in GroupKind]?: Condition[] };
export type Condition = Leaf | Group;

export const GROUP_LABELS: Record<GroupKind, string> = { all: "all of", any: "any of", none: "none of" };

export const isLeaf = (node: Condition): node is Leaf => "fact" in node;
export const kindOf = (group: Group): GroupKind => Object.keys(group)[0] as GroupKind;
export const membersOf = (group: Group): Condition[] => group[kindOf(group)] ?? [];
export const groupOf = (kind: GroupKind, members: Condition[]): Group => ({ [kind]: members }) as Group;

const EMPTY: Record<Fact["shape"], unknown> = {
  texts: [],
  flag: true,
  choice: [],
  number: 0,
  date: "",
  duration: "P7D",
  span: { days: DAYS.slice(0, 5), from: "09:00", to: "17:00" },
};

export type Entry = { label: string; also: string; leaf: Leaf };

const VALUES: Record<string, string> = {
  texts: " …",
  number: " …",
  date: " … a date",
  span: " between … and …",
  duration: " … ago",
};

/** A condition with another operator: one that takes a single choice has no list. */
export function withOp(leaf: Leaf, op: string, not: boolean): Leaf {
  const single = op === "at_least" && Array.isArray(leaf.value);
  const value = single
    ? ((leaf.value as string[])[0] ?? "high")
    : op === "is" && typeof leaf.value === "string"
      ? [leaf.value]
      : leaf.value;
  return { fact: leaf.fact, op, value, ...(not ? { not } : {}) };
}

/** Everything that a condition can ask, as a person may look for it. */
export function entriesOf(vocabulary: Vocabulary, typed: string): Entry[] {
  const entries = vocabulary.facts.flatMap(({ name, label, denial, also, shape, ops, choices }): Entry[] => {
    const op = ops[0]!.name;
    if (shape === "flag")
      return [
        { label, also, leaf: { fact: name, op, value: true } },
        { label: denial ?? "", also, leaf: { fact: name, op, value: false } },
      ];
    if (shape === "choice")
      return choices.map((choice) => ({
        label: op === "within" ? `${label} ${choice.label}` : `${label} is ${choice.label}`,
        also,
        leaf: { fact: name, op, value: [choice.value] },
      }));
    return [{ label: `${label}${VALUES[shape]}`, also, leaf: { fact: name, op, value: EMPTY[shape] } }];
  });
  const header = /^(?:the )?header:? *([!-9;-~]+)$/i.exec(typed.trim())?.[1];
  return header
    ? [
        ...entries,
        { label: `the header ${header} …`, also: typed, leaf: { fact: `header:${header}`, op: "mentions", value: [] } },
      ]
    : entries;
}

/** A header's fact is not among those of the vocabulary: any name may be asked. */
export function factOf(vocabulary: Vocabulary, name: string): Fact | undefined {
  const known = vocabulary.facts.find((fact) => fact.name === name);
  if (known || !name.startsWith("header:")) return known;
  return { ...vocabulary.facts.find((fact) => fact.name === "subject")!, name, label: `the header ${name.slice(7)}` };
}

/** Words typed in any order, each the beginning of a word or within it. */
export const fits = (typed: string, text: string): boolean =>
  fold(typed)
    .split(" ")
    .every((word) => fold(text).includes(word));
