export const SORTS = [
  { value: "time", words: "time" },
  { value: "sender", words: "sender" },
  { value: "subject", words: "subject" },
  { value: "priority", words: "priority" },
  { value: "size", words: "size" },
  { value: "follow_up", words: "follow-up" },
];
export const GROUPS = [
  { value: "", words: "nothing" },
  { value: "sender", words: "sender" },
  { value: "day", words: "day" },
  { value: "thread", words: "thread" },
  { value: "label", words: "label" },
  { value: "account", words: "account" },
  { value: "priority", words: "priority" },
];
export const BADGES = [
  { value: "unread", words: "unread messages" },
  { value: "all", words: "all messages" },
  { value: "none", words: "nothing" },
];

const ORDERS: Record<string, [down: string, up: string]> = {
  time: ["newest first", "oldest first"],
  sender: ["Z to A", "A to Z"],
  subject: ["Z to A", "A to Z"],
  priority: ["highest first", "lowest first"],
  size: ["largest first", "smallest first"],
  follow_up: ["latest first", "soonest first"],
};
export const orderWords = (by: string, descending: boolean): string => ORDERS[by]?.[descending ? 0 : 1] ?? "";
