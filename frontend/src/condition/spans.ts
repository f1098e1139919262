export const UNITS = { M: "minutes", H: "hours", D: "days", W: "weeks" } as const;
export type Unit = keyof typeof UNITS;

/** "PT2H" as a number with its unit, where it is as plain as that (ISO 8601). */
export function plainOf(duration: string): { count: number; unit: Unit } | undefined {
  const found = /^P(?:(\d+)([WD])|T(\d+)([HM]))$/.exec(duration);
  return found ? { count: Number(found[1] ?? found[3]), unit: (found[2] ?? found[4]) as Unit } : undefined;
}

export const durationOf = (count: number, unit: Unit) =>
  unit === "D" || unit === "W" ? `P${count}${unit}` : `PT${count}${unit}`;
