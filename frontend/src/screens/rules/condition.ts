import type { Fact } from "../../api/client";

/** The rulebook's conditions as the file has them (docs/rulebook.md). */
export type Leaf = { fact: string; op: string; value: unknown; not?: boolean };
export type GroupKind = "all" | "any" | "none";
export type Group = { [kind in GroupKind]?: Condition[] };
export type Condition = Leaf | Group;

export const GROUP_WORDS: Record<GroupKind, string> = { all: "all of", any: "any of", none: "none of" };

export const isLeaf = (node: Condition): node is Leaf => "fact" in node;
export const kindOf = (group: Group): GroupKind => Object.keys(group)[0] as GroupKind;
export const membersOf = (group: Group): Condition[] => group[kindOf(group)] ?? [];
export const groupOf = (kind: GroupKind, members: Condition[]): Group => ({ [kind]: members }) as Group;
export const asGroup = (node: Condition): Group => (isLeaf(node) ? { all: [node] } : node);

const EMPTY: Record<Fact["shape"], unknown> = {
  texts: [],
  flag: true,
  choice: [],
  number: 0,
  date: "",
  span: { days: ["mon", "tue", "wed", "thu", "fri"], from: "09:00", to: "17:00" },
};

export const freshLeaf = (fact: Fact): Leaf => ({ fact: fact.name, op: fact.ops[0]!.name, value: EMPTY[fact.shape] });

/** Whether a leaf says something yet; an unfinished one is neither counted nor saved. */
export const finished = (leaf: Leaf): boolean => (Array.isArray(leaf.value) ? leaf.value.length > 0 : leaf.value !== "");

export function leavesOf(node: Condition): Leaf[] {
  return isLeaf(node) ? [node] : membersOf(node).flatMap(leavesOf);
}
