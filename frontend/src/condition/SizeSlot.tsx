import { useState } from "react";
import { NumberSlot } from "../parts/fields";
import { Slot } from "../parts/Slot";

const UNITS = { bytes: 1, kB: 1024, MB: 1024 * 1024 };
type Unit = keyof typeof UNITS;

/** The largest unit of which it is a whole number. */
const unitOf = (bytes: number): Unit =>
  bytes > 0 && bytes % UNITS.MB === 0 ? "MB" : bytes > 0 && bytes % UNITS.kB === 0 ? "kB" : "bytes";

/** A size, in the unit in which one thinks of it; the rule holds bytes. */
export function SizeSlot({ label, value, change }: { label: string; value: number; change: (bytes: number) => void }) {
  const [unit, setUnit] = useState<Unit>(value === 0 ? "MB" : unitOf(value));
  const shown = value % UNITS[unit] === 0 ? unit : unitOf(value);
  return (
    <>
      <NumberSlot label={label} value={value / UNITS[shown]} least={0} change={(next) => change(next * UNITS[shown])} />
      <Slot
        label="Unit"
        value={shown}
        choices={(Object.keys(UNITS) as Unit[]).map((each) => ({ value: each, label: each }))}
        change={(next) => {
          setUnit(next as Unit);
          change((value / UNITS[shown]) * UNITS[next as Unit]);
        }}
      />
    </>
  );
}
