/** What opens below a message, or below the messages that are chosen. */
export type Pane =
  | "rule"
  | "back"
  | "labels"
  | "ink"
  | "keep"
  | "example"
  | "reply"
  | "reply_all"
  | "forward"
  | "expect"
  | "task"
  | "event"
  | "routine";
