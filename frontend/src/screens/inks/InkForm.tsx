import Button from "@mui/material/Button";
import Checkbox from "@mui/material/Checkbox";
import FormControlLabel from "@mui/material/FormControlLabel";
import TextField from "@mui/material/TextField";
import { useState, type FormEvent } from "react";
import type { InkStyle, InkThing, Row } from "../../api/client";
import { useInkDryRun, useSaveThing } from "../../api/queries";
import { inkClasses, inkStyle } from "../../parts/ink";

const FRESH: InkThing = { name: "", colour: "#14594A", weight: "bold", slant: "upright", size: 0, mark: true, tint: null };
const PLAIN = { weight: "normal", slant: "upright", size: 0, mark: false, tint: null } as const;
const WEIGHTS = [
  ["normal", "as it is"],
  ["bold", "bold"],
] as const;
const SLANTS = [
  ["upright", "upright"],
  ["slanted", "slanted"],
] as const;
const SIZES = [
  [-1, "smaller"],
  [0, "as it is"],
  [1, "larger"],
  [2, "larger still"],
] as const;

/** Real messages in the ink, on the grounds of a scheme. */
function Preview({ scheme, style, rows }: { scheme: "light" | "dark"; style: InkStyle; rows: Row[] }) {
  const own: InkStyle = { ...style, light: style[scheme], dark: style[scheme] };
  return (
    <div className={`ink-preview ${scheme}`} aria-label={`In the ${scheme} scheme`} role="group">
      {rows.map((row) => (
        <div key={row.id} className={["ink-row", ...inkClasses(own)].join(" ")} style={inkStyle(own)}>
          <b>{row.sender}</b> <em>{row.subject}</em> <span>— {row.excerpt}</span>
        </div>
      ))}
    </div>
  );
}

function Choice<Value extends string | number>({
  label,
  value,
  choices,
  change,
}: {
  label: string;
  value: Value;
  choices: readonly (readonly [Value, string])[];
  change: (next: Value) => void;
}) {
  return (
    <div className="condition-line" role="group" aria-label={label}>
      {label}
      {choices.map(([each, label]) => (
        <button key={each} type="button" className="chip" aria-pressed={each === value} onClick={() => change(each)}>
          {label}
        </button>
      ))}
    </div>
  );
}

/** An ink made or changed, with real messages in it beside. @param was the ink as it is */
export function InkForm({ was, rows, done }: { was?: InkThing; rows: Row[]; done: () => void }) {
  const [thing, setThing] = useState<InkThing>(was ? { ...PLAIN, ...was } : FRESH);
  const set = (part: Partial<InkThing>) => setThing({ ...thing, ...part });
  const dryRun = useInkDryRun({ ...thing, name: thing.name?.trim() || "A new ink" }).data;
  const save = useSaveThing();
  const submit = (event: FormEvent) => {
    event.preventDefault();
    save.mutate({ kind: "inks", was: was?.name, thing: { ...thing, name: thing.name ?? "" } }, { onSuccess: done });
  };
  return (
    <form className="thing-form ink-form" onSubmit={submit} aria-label={was ? `The ink ${was.name}` : "A new ink"}>
      <TextField
        label="Name"
        size="small"
        required
        autoFocus
        value={thing.name}
        onChange={(event) => set({ name: event.target.value })}
      />
      <label className="row-of">
        Colour
        <input type="color" value={thing.colour} onChange={(event) => set({ colour: event.target.value.toUpperCase() })} />
      </label>
      <Choice label="Weight" value={thing.weight ?? "normal"} choices={WEIGHTS} change={(weight) => set({ weight })} />
      <Choice label="Slant" value={thing.slant ?? "upright"} choices={SLANTS} change={(slant) => set({ slant })} />
      <Choice label="Size" value={thing.size ?? 0} choices={SIZES} change={(size) => set({ size })} />
      <FormControlLabel
        control={<Checkbox size="small" checked={thing.mark === true} onChange={(_, mark) => set({ mark })} />}
        label="a mark at its side"
      />
      <div className="row-of">
        <FormControlLabel
          control={
            <Checkbox size="small" checked={Boolean(thing.tint)} onChange={(_, on) => set({ tint: on ? thing.colour : null })} />
          }
          label="a tint behind it"
        />
        {thing.tint && (
          <input
            type="color"
            aria-label="Colour of the tint"
            value={thing.tint}
            onChange={(event) => set({ tint: event.target.value.toUpperCase() })}
          />
        )}
      </div>
      {dryRun && (
        <div className="ink-previews">
          <Preview scheme="light" style={dryRun.style} rows={rows} />
          <Preview scheme="dark" style={dryRun.style} rows={rows} />
        </div>
      )}
      <div role="status">
        {dryRun?.corrections.map((correction) => (
          <p key={correction} className="hint">
            {correction}
          </p>
        ))}
      </div>
      {save.isError && (
        <p className="error-text" role="alert">
          {save.error.message}
        </p>
      )}
      <div className="row-of">
        <Button type="submit" variant="contained" disabled={save.isPending}>
          Save
        </Button>
        <Button onClick={done}>Cancel</Button>
      </div>
    </form>
  );
}
