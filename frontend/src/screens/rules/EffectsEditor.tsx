import Checkbox from "@mui/material/Checkbox";
import FormControlLabel from "@mui/material/FormControlLabel";
import MenuItem from "@mui/material/MenuItem";
import Select from "@mui/material/Select";
import type { Vocabulary } from "../../api/client";
import { PRIORITIES } from "./effects";

export type Effects = Record<string, unknown>;

const text = (value: unknown) => JSON.stringify(value ?? null);
const without = (effects: Effects, key: string) => Object.fromEntries(Object.entries(effects).filter(([name]) => name !== key));

/** A choice among values of an effect; a value that is not among them is kept and shown as it is. */
function Choice({
  label,
  value,
  choices,
  change,
}: {
  label: string;
  value: unknown;
  choices: [unknown, string][];
  change: (next: unknown) => void;
}) {
  const known = choices.some(([choice]) => text(choice) === text(value));
  const all: [unknown, string][] = known ? choices : [...choices, [value, typeof value === "string" ? value : text(value)]];
  return (
    <Select
      variant="standard"
      className="slot"
      value={text(value)}
      inputProps={{ "aria-label": label }}
      onChange={(event) => change(JSON.parse(event.target.value as string))}
    >
      {all.map(([choice, words]) => (
        <MenuItem key={text(choice)} value={text(choice)}>
          {words}
        </MenuItem>
      ))}
    </Select>
  );
}

export function EffectsEditor({
  effects,
  vocabulary,
  change,
}: {
  effects: Effects;
  vocabulary: Vocabulary;
  change: (next: Effects) => void;
}) {
  const set = (key: string, value: unknown) => change(value === null ? without(effects, key) : { ...effects, [key]: value });
  const labels = (effects.labels as string[] | undefined) ?? [];
  return (
    <div className="condition-group">
      <div className="condition-line">
        it comes
        <Choice
          label="When it surfaces"
          value={effects.timing ?? null}
          change={(next) => set("timing", next)}
          choices={[
            [null, "by the plan"],
            [{ now: true }, "straight in"],
            [{ next_round: true }, "with the next round"],
            ...vocabulary.rounds.map((name): [unknown, string] => [{ round: name }, `with the ${name} round`]),
            [{ off_front: true }, "never by itself (off the Front)"],
          ]}
        />
      </div>
      <div className="condition-line">
        with
        <Choice
          label="Priority"
          value={effects.priority ?? null}
          change={(next) => set("priority", next)}
          choices={[
            [null, "unchanged"],
            ...PRIORITIES.map((priority): [unknown, string] => [priority, priority]),
            [{ raise: 1 }, "one step higher"],
            [{ lower: 1 }, "one step lower"],
          ]}
        />
        priority
      </div>
      {vocabulary.inks.length > 0 && (
        <div className="condition-line">
          in the ink
          <Choice
            label="Ink"
            value={effects.ink ?? null}
            change={(next) => set("ink", next)}
            choices={[[null, "no ink"], ...vocabulary.inks.map((name): [unknown, string] => [name, name])]}
          />
        </div>
      )}
      {vocabulary.labels.length > 0 && (
        <div className="condition-line" role="group" aria-label="Labels">
          labelled
          {vocabulary.labels.map((name) => (
            <button
              key={name}
              className="chip"
              aria-pressed={labels.includes(name)}
              onClick={() => {
                const next = labels.includes(name) ? labels.filter((other) => other !== name) : [...labels, name];
                set("labels", next.length ? next : null);
              }}
            >
              {name}
            </button>
          ))}
        </div>
      )}
      <div className="condition-line">
        <FormControlLabel
          control={
            <Checkbox size="small" checked={effects.mark_read === true} onChange={(_, on) => set("mark_read", on || null)} />
          }
          label="marked read on arrival"
        />
      </div>
    </div>
  );
}
