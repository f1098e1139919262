import { Slot } from "./Slot";

type Given = { label: string; days: number; among: number[]; named?: Record<number, string>; change: (days: number) => void };

/** A slot of so many days; one that was set otherwise stands among the usual ones. */
export function DaysSlot({ label, days, among, named = {}, change }: Given) {
  const all = among.includes(days) ? among : [...among, days].sort((one, other) => one - other);
  return (
    <Slot
      label={label}
      value={String(days)}
      choices={all.map((each) => ({ value: String(each), label: named[each] ?? `${each} days` }))}
      change={(next) => change(Number(next))}
    />
  );
}
