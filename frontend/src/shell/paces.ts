/** How fast the demo's clock goes, against the time at the desk. */
export const PACES = [
  { value: 0, label: "paused" },
  { value: 1, label: "real time" },
  { value: 60, label: "60×" },
];

export const paceWords = (rate: number): string => PACES.find(({ value }) => value === rate)?.label ?? `${rate}×`;
