import Button from "@mui/material/Button";
import { useRef, useState } from "react";
import { Looker, type Option } from "../../../parts/Looker";
import { fits } from "../condition";
import { focusAdded, groupAround } from "./focus";

/** Those with the words typed; where they have them whole comes before where they have them in part. */
function matching<Entry extends { words: string; also: string }>(entries: Entry[], typed: string): Entry[] {
  const words = typed.toLowerCase().split(/\s+/).filter(Boolean);
  const whole = ({ words: own, also }: Entry) => {
    const all = `${own} ${also}`.toLowerCase().split(/[^\p{L}\p{N}-]+/u);
    return words.every((word) => all.includes(word));
  };
  const found = entries.filter(({ words: own, also }) => fits(typed, `${own} ${also}`));
  return [...found.filter(whole), ...found.filter((entry) => !whole(entry))];
}

/** "+ condition": opens into a field in which one types what one means. */
export function Adder<Entry extends { words: string; also: string }>({
  words,
  placeholder,
  entries,
  add,
}: {
  words: string;
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
        + {words}
      </Button>
    );
  const all = entries(typed);
  const options = matching(all, typed).map((entry): Option & { entry: Entry } => ({
    key: entry.words,
    words: entry.words,
    entry,
  }));
  return (
    <span
      className="adding"
      ref={(span) => {
        place.current = span;
        span?.querySelector("input")?.focus();
      }}
      onBlur={(event) => {
        if (!event.currentTarget.contains(event.relatedTarget)) setOpen(false);
      }}
    >
      <Looker
        wide
        label={words}
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
