import Button from "@mui/material/Button";
import { useRef } from "react";
import type { ReplaySide } from "../../../api/client";
import { DateSlot } from "../../../parts/moments";
import { Slot } from "../../../parts/Slot";

const KINDS = [
  { value: "now", label: "my rules as they are now" },
  { value: "none", label: "no rules, no plan" },
  { value: "day", label: "my rules as they were on a day" },
  { value: "file", label: "a rulebook’s file" },
];

/** What a side of the replay is called where its figures stand. */
export function named(side: ReplaySide): string {
  if (side.kind === "now") return "As now";
  if (side.kind === "none") return "No rules, no plan";
  if (side.kind === "day") return `As on ${side.day}`;
  return side.kind === "file" ? "The file" : "With the draft";
}

type Given = { label: string; side: ReplaySide; change: (side: ReplaySide) => void; draft?: ReplaySide };

/** One of the two rulebooks: chosen by its kind, and where it needs one by a day or a file. */
export function Side({ label, side, change, draft }: Given) {
  const file = useRef<HTMLInputElement>(null);
  const choices = draft ? [...KINDS, { value: "draft", label: "my rules with the draft" }] : KINDS;
  const choose = (kind: string) => {
    if (kind === "draft" && draft) change(draft);
    else if (kind === "file") file.current?.click();
    else change({ kind: kind as ReplaySide["kind"] });
  };
  return (
    <>
      <Slot label={label} value={side.kind} choices={choices} change={choose} />
      {side.kind === "day" && (
        <DateSlot label={`${label}: on which day`} value={side.day ?? ""} change={(day) => change({ kind: "day", day })} />
      )}
      {side.kind === "file" && (
        <Button variant="text" onClick={() => file.current?.click()}>
          Another file …
        </Button>
      )}
      <input
        ref={file}
        type="file"
        hidden
        accept=".json,application/json"
        aria-label={`${label}: a rulebook’s file`}
        onChange={(event) => {
          const [given] = event.target.files ?? [];
          void given?.text().then((text) => change({ kind: "file", text }));
        }}
      />
    </>
  );
}
