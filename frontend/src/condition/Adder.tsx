import Button from "@mui/material/Button";
import { useRef, useState } from "react";
import { Combobox, type Option } from "../parts/Combobox";
import { fold } from "../parts/fold";
import { focusAdded, groupAround } from "./focus";
import { fits } from "./tree";

/** Those with the words typed; where they have them whole comes before where they have them in part. */
function matching<Entry extends { label: string; also: string }>(entries: Entry[], typed: string): Entry[] {
  const wanted = fold(typed).split(" ").filter(Boolean);
  const whole = ({ label: own, also }: Entry) => {
    const all = fold(`${own} ${also}`).split(/[^\p{L}\p{N}-]+/u);
    return wanted.every((word) => all.includes(word));
  };
  const found = entries.filter(({ label: own, also }) => fits(typed, `${own} ${also}`));
  return [...found.filter(whole), ...found.filter((entry) => !whole(entry))];
}

/** "+ condition": opens into a field in which one types what one means. */
export function Adder<Entry extends { label: string; also: string }>({
  label,
  placeholder,
  entries,
  add,
}: {
  label: string;
  placeholder: string;
  entries: (typed: string) => Entry[];
  add: (entry: Entry) => void;
}) {
  const [open, setOpen] = useState(false);
  const [typed, setTyped] = useState("");
  const place = useRef<HTMLSpanElement>(null);
  if (!open)
    return (
      <Button variant="text" onClick={() => setOpen(true)}>
        + {label}
      </Button>
    );
  const all = entries(typed);
  const options = matching(all, typed).map((entry): Option & { entry: Entry } => ({
    key: entry.label,
    label: entry.label,
    entry,
  }));
  return (
    <span
      ref={(span) => {
        place.current = span;
        span?.querySelector("input")?.focus();
      }}
      onBlur={(event) => {
        if (!event.currentTarget.contains(event.relatedTarget)) setOpen(false);
      }}
    >
      <Combobox
        wide
        label={label}
        placeholder={placeholder}
        options={options}
        typed={typed}
        type={setTyped}
        take={(option) => {
          focusAdded(groupAround(place.current));
          setOpen(false);
          add((option as (typeof options)[number]).entry);
        }}
      />
    </span>
  );
}
