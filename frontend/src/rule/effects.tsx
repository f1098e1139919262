import MenuItem from "@mui/material/MenuItem";
import Select from "@mui/material/Select";
import type { Row } from "../api/client";

export const TIMINGS = {
  now: { label: "come straight in", value: { now: true } },
  next_round: { label: "wait for the next round", value: { next_round: true } },
  off_front: { label: "stay off the Front", value: { off_front: true } },
} as const;
export type TimingName = keyof typeof TIMINGS;

export const PRIORITIES: Row["priority"][] = ["top", "high", "normal", "low"];

export function PriorityChoice({ value, change }: { value: Row["priority"] | ""; change: (next: Row["priority"] | "") => void }) {
  return (
    <Select
      size="small"
      displayEmpty
      value={value}
      onChange={(event) => change(event.target.value as Row["priority"] | "")}
      inputProps={{ "aria-label": "Priority" }}
    >
      <MenuItem value="">unchanged</MenuItem>
      {PRIORITIES.map((priority) => (
        <MenuItem key={priority} value={priority}>
          {priority}
        </MenuItem>
      ))}
    </Select>
  );
}

export type Effects = Record<string, unknown>;

export const without = (effects: Effects, topic: string): Effects =>
  Object.fromEntries(Object.entries(effects).filter(([name]) => name !== topic));
