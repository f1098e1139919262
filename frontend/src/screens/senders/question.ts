import { useSearchParams } from "react-router";
import type { SenderBy, SenderOrder, SenderQuestion, WhichSenders } from "../../api/senders";

/** Who is one sender. */
export const BYS: { value: SenderBy; label: string }[] = [
  { value: "address", label: "addresses" },
  { value: "domain", label: "domains" },
  { value: "list", label: "lists" },
];
export const KINDS = [
  { value: "", label: "all kinds" },
  { value: "person", label: "people" },
  { value: "list", label: "lists" },
  { value: "newsletter", label: "newsletters" },
  { value: "notice", label: "notices" },
];
export const WHICH: { value: WhichSenders | ""; label: string }[] = [
  { value: "", label: "all of them" },
  { value: "never_read", label: "never read" },
  { value: "hardly_read", label: "hardly ever read" },
  { value: "mostly_read", label: "mostly read" },
  { value: "answered", label: "answered" },
  { value: "answered_within_hour", label: "answered within an hour" },
  { value: "never_answered", label: "never answered" },
  { value: "new_this_month", label: "new this month" },
  { value: "more_than_usual", label: "writing more than usual" },
  { value: "straight_in", label: "coming straight in" },
  { value: "alerting", label: "alerting" },
  { value: "large", label: "more than 10 MB" },
  { value: "can_unsubscribe", label: "those that say how to stop" },
  { value: "asked_to_stop", label: "asked to stop" },
  { value: "blocked", label: "kept away" },
];
/** @param first whether the most, or the least, comes first where nothing else is said */
export const ORDERS: { value: SenderOrder; label: string; falling: boolean }[] = [
  { value: "count", label: "messages in 90 days", falling: true },
  { value: "count_30", label: "messages in 30 days", falling: true },
  { value: "count_7", label: "messages in 7 days", falling: true },
  { value: "growth", label: "growth", falling: true },
  { value: "name", label: "name", falling: false },
  { value: "kind", label: "kind", falling: false },
  { value: "read", label: "how much is read", falling: false },
  { value: "look", label: "time until it is opened", falling: false },
  { value: "answered", label: "answers", falling: true },
  { value: "answer", label: "time until it is answered", falling: false },
  { value: "alerts", label: "alerts", falling: true },
  { value: "straight", label: "coming straight in", falling: true },
  { value: "size", label: "size", falling: true },
  { value: "first", label: "first message", falling: true },
  { value: "last", label: "last message", falling: true },
];

const one = <Value extends string>(among: { value: Value | "" }[], text: string | null): Value | undefined =>
  (among.find(({ value }) => value !== "" && value === text)?.value as Value) || undefined;

/** What the address of the page asks for; an address that names what there is not asks for the usual. */
export function useQuestion() {
  const [given, give] = useSearchParams();
  const by = one(BYS, given.get("by")) ?? "address";
  const order = one(ORDERS, given.get("order")) ?? "count";
  const falling = given.get("falling");
  const rule = Number(given.get("rule"));
  const question: SenderQuestion = {
    text: given.get("text")?.slice(0, 200) || undefined,
    kinds: one(KINDS, given.get("kinds")),
    which: one(WHICH, given.get("which")),
    rule: Number.isInteger(rule) && rule > 0 ? rule : undefined,
    order,
    falling: falling === null ? ORDERS.find(({ value }) => value === order)!.falling : falling === "true",
  };
  const change = (changes: Record<string, string | undefined>, replace = false) =>
    give(
      (before) => {
        const next = new URLSearchParams(before);
        Object.entries(changes).forEach(([name, value]) => (value ? next.set(name, value) : next.delete(name)));
        return next;
      },
      { replace },
    );
  const at = (open: string) => {
    const next = new URLSearchParams(given);
    next.set("open", open);
    return `?${next}`;
  };
  return { by, question, open: given.get("open") ?? undefined, change, at };
}
