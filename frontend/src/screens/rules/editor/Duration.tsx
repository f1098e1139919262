import { Slot } from "../../../parts/Slot";
import { durationOf, spanOf, UNITS, type Unit } from "../effects";

export function Count({ label, value, change }: { label: string; value: number; change: (next: number) => void }) {
  return (
    <input
      className="slot-input number"
      type="number"
      min={1}
      max={366}
      aria-label={label}
      value={value}
      onChange={(event) => change(Math.max(1, event.target.valueAsNumber || 1))}
    />
  );
}

/** An ISO 8601 duration of one unit, as a number and a choice. */
export function Duration({ label, value, change }: { label: string; value: string; change: (next: string) => void }) {
  const span = spanOf(value);
  if (!span) return <b>{value}</b>;
  return (
    <>
      <Count label={label} value={span.count} change={(count) => change(durationOf(count, span.unit))} />
      <Slot
        label={`${label}: unit`}
        value={span.unit}
        choices={Object.entries(UNITS).map(([unit, label]) => ({ value: unit, label }))}
        change={(unit) => change(durationOf(span.count, unit as Unit))}
      />
    </>
  );
}
