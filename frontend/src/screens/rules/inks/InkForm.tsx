import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import { type ComponentProps, type FormEvent } from "react";
import { useLocation } from "react-router";
import type { InkStyle, InkThing, Row } from "../../../api/client";
import { useInkDryRun } from "../../../api/inks";
import { useSaveThing } from "../../../api/rulebook";
import { properties, MARKS } from "../../../look/colours";
import { inkStyle } from "../../../look/ink";
import { Check } from "../../../parts/Check";
import { Colour } from "../../../parts/Colour";
import { Fault } from "../../../parts/Fault";
import forms from "../../../parts/forms.module.css";
import inks from "../../../parts/ink.module.css";
import { OneOf } from "../../../parts/OneOf";
import { useKey } from "../../../parts/keys";
import ui from "../../../parts/page.module.css";
import { StillHere } from "../../../parts/StillHere";
import { useUnsaved } from "../../../parts/useUnsaved";
import styles from "./ink-form.module.css";

const FRESH: InkThing = { name: "", colour: MARKS[6], weight: "bold", slant: "upright", size: 0, mark: true, tint: null };
const PLAIN = { weight: "normal", slant: "upright", size: 0, mark: false, tint: null } as const;
const WEIGHTS = [
  { value: "normal", label: "as it is" },
  { value: "bold", label: "bold" },
] as const;
const SLANTS = [
  { value: "upright", label: "upright" },
  { value: "slanted", label: "slanted" },
] as const;
const SIZES = [
  { value: -1, label: "smaller" },
  { value: 0, label: "as it is" },
  { value: 1, label: "larger" },
  { value: 2, label: "larger still" },
] as const;

/** Real messages in the ink, on the grounds of a scheme. */
function Preview({ scheme, style, rows }: { scheme: "light" | "dark"; style: InkStyle; rows: Row[] }) {
  return (
    <div
      className={styles.inkPreview}
      style={{ ...properties(scheme), colorScheme: scheme }}
      aria-label={`In the ${scheme} scheme`}
      role="group"
    >
      {rows.map((row) => (
        <div key={row.id} className={`${inks.inkSide} ${styles.inkRow}`} style={inkStyle(style)}>
          <b>{row.sender}</b> <em>{row.subject}</em> <span>— {row.excerpt}</span>
        </div>
      ))}
    </div>
  );
}

/** One of a few, with what it is of before it. */
const Line = <Value extends string | number>(given: ComponentProps<typeof OneOf<Value>>) => (
  <div className={ui.conditionLine}>
    {given.label} <OneOf {...given} />
  </div>
);

/** An ink made or changed, with real messages in it beside. @param was the ink as it is */
export function InkForm({ was, rows, done }: { was?: InkThing; rows: Row[]; done: () => void }) {
  const visit = useLocation().key;
  const { written, put: setThing, found } = useUnsaved<InkThing>(`ink-${was?.name ?? visit}`);
  const thing = written ?? (was ? { ...PLAIN, ...was } : FRESH);
  const leave = () => {
    setThing(undefined);
    done();
  };
  const set = (part: Partial<InkThing>) => setThing({ ...thing, ...part });
  const dryRun = useInkDryRun({ ...thing, name: thing.name?.trim() || "A new ink" }).data;
  const save = useSaveThing();
  const submit = (event?: FormEvent) => {
    event?.preventDefault();
    save.mutate({ kind: "inks", was: was?.name, thing: { ...thing, name: thing.name ?? "" } }, { onSuccess: leave });
  };
  useKey("save", () => submit(), true, true);
  return (
    <form
      className={`${forms.thingForm} ${styles.inkForm}`}
      onSubmit={submit}
      aria-label={was ? `The ink ${was.name}` : "A new ink"}
    >
      {found && <StillHere letGo={() => setThing(undefined)} />}
      <TextField
        label="Name"
        size="small"
        required
        autoFocus
        value={thing.name}
        onChange={(event) => set({ name: event.target.value })}
      />
      <div className={ui.rowOf}>
        Colour <Colour label="Colour" value={thing.colour ?? ""} change={(colour) => set({ colour })} />
      </div>
      <Line label="Weight" value={thing.weight ?? "normal"} choices={WEIGHTS} change={(weight) => set({ weight })} />
      <Line label="Slant" value={thing.slant ?? "upright"} choices={SLANTS} change={(slant) => set({ slant })} />
      <Line label="Size" value={thing.size ?? 0} choices={SIZES} change={(size) => set({ size })} />
      <Check label="a mark at its side" on={thing.mark === true} turn={(mark) => set({ mark })} />
      <div className={ui.rowOf}>
        <Check label="a tint behind it" on={Boolean(thing.tint)} turn={(on) => set({ tint: on ? thing.colour : null })} />
        {thing.tint && <Colour label="Colour of the tint" value={thing.tint} change={(tint) => set({ tint })} />}
      </div>
      {dryRun && (
        <div className={styles.inkPreviews}>
          <Preview scheme="light" style={dryRun.style} rows={rows} />
          <Preview scheme="dark" style={dryRun.style} rows={rows} />
        </div>
      )}
      <div role="status">
        {dryRun?.corrections.map((correction) => (
          <p key={correction} className={ui.hint}>
            {correction}
          </p>
        ))}
      </div>
      <Fault of={save} />
      <div className={ui.rowOf}>
        <Button type="submit" variant="contained" disabled={save.isPending}>
          Save
        </Button>
        <Button onClick={leave}>Cancel</Button>
      </div>
    </form>
  );
}
