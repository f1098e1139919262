import type { Week } from "../../api/client";
import { DAYS } from "../../parts/chips";
import { fold } from "../../parts/fold";

/** The plan as it is drawn: minutes are those after midnight, and a window that ends at or before its start runs past it. */
export type Plan = Week["plan"];
export type Window = Plan["windows"][number];
export type Round = Plan["rounds"][number];
export type Pick = { kind: "windows" | "rounds"; index: number; day: string };
/** What a change on one day goes to: all days on which the window or round stands, or that day alone. */
export type Reach = "all" | "one";

export const SNAP = 5;
export const DAY = 1440;

export const minutesOf = (time: string): number => Number(time.slice(0, 2)) * 60 + Number(time.slice(3));
export const timeOf = (minutes: number): string =>
  `${String(Math.floor(minutes / 60)).padStart(2, "0")}:${String(minutes % 60).padStart(2, "0")}`;
export const snapped = (minutes: number): number => Math.round(minutes / SNAP) * SNAP;
const turned = (minutes: number): number => ((minutes % DAY) + DAY) % DAY;
const before = (days: { day: string }[], day: string) => days[(days.findIndex((each) => each.day === day) + 6) % 7]!.day;

/** What of a window lies on a day: from its start, or over from the evening before. */
export type Block = { index: number; from: number; to: number; start: boolean; end: boolean };

export function blocksOn(
  spans: readonly { days: string[]; from: string; to: string }[],
  days: { day: string }[],
  day: string,
): Block[] {
  return spans.flatMap(({ days: on, from, to }, index): Block[] => {
    const [start, end] = [minutesOf(from), minutesOf(to)];
    if (end > start) return on.includes(day) ? [{ index, from: start, to: end, start: true, end: true }] : [];
    return [
      ...(on.includes(day) ? [{ index, from: start, to: DAY, start: true, end: end === 0 }] : []),
      ...(on.includes(before(days, day)) && end > 0 ? [{ index, from: 0, to: end, start: false, end: true }] : []),
    ];
  });
}

const freeName = (taken: string[], name: string): string => {
  const names = taken.map(fold);
  if (!names.includes(fold(name))) return name;
  for (let number = 2; ; number++) if (!names.includes(fold(`${name} ${number}`))) return `${name} ${number}`;
};

const end = (minutes: number): string => (minutes >= DAY ? "24:00" : timeOf(minutes));

export const withWindow = (plan: Plan, index: number, part: Partial<Window>): Plan => ({
  ...plan,
  windows: plan.windows.map((each, at) => (at === index ? { ...each, ...part } : each)),
});
export const withRound = (plan: Plan, index: number, part: Partial<Round>): Plan => ({
  ...plan,
  rounds: plan.rounds.map((each, at) => (at === index ? { ...each, ...part } : each)),
});
/** Taken out: of all its days, or of the one alone. */
export const without = (plan: Plan, { kind, index, day }: Pick, reach: Reach = "all"): Plan => {
  const days = plan[kind][index]!.days.filter((each) => each !== day);
  if (reach === "all" || days.length === 0) return { ...plan, [kind]: plan[kind].filter((_, at) => at !== index) };
  return { ...plan, [kind]: plan[kind].map((each, at) => (at === index ? { ...each, days } : each)) } as Plan;
};

export const addWindow = (plan: Plan, day: string, from: number, to: number): Plan => ({
  ...plan,
  windows: [
    ...plan.windows,
    {
      name: freeName(
        plan.windows.map(({ name }) => name),
        "Window",
      ),
      days: [day],
      from: timeOf(from),
      to: end(to),
    },
  ],
});
export const addRound = (plan: Plan, days: string[], at: number): Plan => ({
  ...plan,
  rounds: [
    ...plan.rounds,
    {
      name: freeName(
        plan.rounds.map(({ name }) => name),
        `Round ${timeOf(at)}`,
      ),
      days,
      at: timeOf(at),
    },
  ],
});

/** A window moved as a whole, its length kept, round the clock if need be. */
export function moved(window: Window, by: number): Partial<Window> {
  const [from, to] = [minutesOf(window.from), minutesOf(window.to)];
  if (to === DAY && from === 0) return {};
  return { from: timeOf(turned(from + by)), to: timeOf(turned(to + by)) };
}

/** One of its edges moved; it keeps at least five minutes. */
export function stretched(window: Window, edge: "from" | "to", to: number): Partial<Window> {
  const at = Math.min(Math.max(snapped(to), 0), DAY);
  if (edge === "from") return at === minutesOf(window.to) ? {} : { from: timeOf(turned(at)) };
  return at === minutesOf(window.from) ? {} : { to: end(at) };
}

/** In two at a time, the second with a name of its own. */
export function split(plan: Plan, index: number, at: number): Plan {
  const window = plan.windows[index]!;
  const second = {
    ...window,
    name: freeName(
      plan.windows.map(({ name }) => name),
      window.name,
    ),
    from: timeOf(at),
  };
  return {
    ...plan,
    windows: plan.windows.flatMap((each, place) => (place === index ? [{ ...each, to: timeOf(at) }, second] : [each])),
  };
}

/** The middle of a window, where it is split. */
export function middle({ from, to }: Window): number {
  const [start, ending] = [minutesOf(from), minutesOf(to)];
  return turned(snapped((start + (ending > start ? ending : ending + DAY)) / 2));
}

/** One day of several, to be changed alone. */
export function alone(plan: Plan, { kind, index, day }: Pick): Plan {
  const thing = plan[kind][index]!;
  const own = {
    ...thing,
    name: freeName(
      plan[kind].map(({ name }) => name),
      thing.name,
    ),
    days: [day],
  };
  const rest = { ...thing, days: thing.days.filter((each) => each !== day) };
  return { ...plan, [kind]: [...plan[kind].map((each, at) => (at === index ? rest : each)), own] } as Plan;
}

/** One of its days given to another day; where that day is its own already, nothing changes. */
export function onDay(plan: Plan, { kind, index, day }: Pick, to: string): Plan {
  const thing = plan[kind][index]!;
  if (day === to || thing.days.includes(to)) return plan;
  const days = thing.days.map((each) => (each === day ? to : each));
  return { ...plan, [kind]: plan[kind].map((each, at) => (at === index ? { ...each, days } : each)) } as Plan;
}

/** The plan and the thing to change, where a change reaches one day alone: that day's own, made if need be. */
export function reached(plan: Plan, pick: Pick, reach: Reach): { plan: Plan; pick: Pick } {
  if (reach === "all" || plan[pick.kind][pick.index]!.days.length < 2) return { plan, pick };
  return { plan: alone(plan, pick), pick: { ...pick, index: plan[pick.kind].length } };
}

/** It stands on another day too. */
export function copied(plan: Plan, { kind, index }: Pick, to: string): Plan {
  const thing = plan[kind][index]!;
  if (thing.days.includes(to)) return plan;
  const days = DAYS.filter((day) => day === to || thing.days.includes(day));
  return { ...plan, [kind]: plan[kind].map((each, at) => (at === index ? { ...each, days } : each)) } as Plan;
}

export type Off = string | { from: string; until: string; name?: string };
const covers = (off: Off, date: string): boolean =>
  typeof off === "string" ? off === date : off.from <= date && date <= off.until;

/** Where a window or round of a day stands among those that can have the focus. */
export const placeOf = ({ kind, index, day }: Pick) => `${kind} ${index} ${day}`;

/** What a date is off for, by the plan as it is drawn; empty where it is off without a name. */
export function offOn(plan: Plan, date: string): string | undefined {
  const off = (plan.days_off as Off[]).find((each) => covers(each, date));
  return off === undefined ? undefined : typeof off === "string" ? "" : (off.name ?? "");
}
