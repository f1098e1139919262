export const SORTS = [
  { value: "time", label: "time" },
  { value: "sender", label: "sender" },
  { value: "subject", label: "subject" },
  { value: "priority", label: "priority" },
  { value: "size", label: "size" },
  { value: "follow_up", label: "follow-up" },
];
export const GROUPS = [
  { value: "", label: "nothing" },
  { value: "sender", label: "sender" },
  { value: "day", label: "day" },
  { value: "thread", label: "thread" },
  { value: "label", label: "label" },
  { value: "account", label: "account" },
  { value: "priority", label: "priority" },
];
export const BADGES = [
  { value: "unread", label: "unread messages" },
  { value: "all", label: "all messages" },
  { value: "none", label: "nothing" },
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
