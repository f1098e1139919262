import { NumberSlot } from "../parts/fields";
import { Slot } from "../parts/Slot";
import { durationOf, plainOf, UNITS, type Unit } from "./spans";

const MOST = 366;

/** An ISO 8601 duration of one unit, as a number and a choice. */
export function Duration({ label, value, change }: { label: string; value: string; change: (next: string) => void }) {
  const span = plainOf(value);
  if (!span) return <b>{value}</b>;
  return (
    <>
      <NumberSlot
        label={label}
        value={span.count}
        least={1}
        most={MOST}
        change={(count) => change(durationOf(count, span.unit))}
      />
      <Slot
        label={`${label}: unit`}
        value={span.unit}
        choices={Object.entries(UNITS).map(([unit, label]) => ({ value: unit, label }))}
        change={(unit) => change(durationOf(span.count, unit as Unit))}
      />
    </>
  );
}
