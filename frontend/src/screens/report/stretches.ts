import dayjs from "dayjs";
import type { ReportOf } from "../../api/report";

const DATE = "YYYY-MM-DD";

/** A stretch of days up to today, by name. @param today "2027-03-09" */
export const STRETCHES: { value: string; label: string; of: (today: string) => [from: string, until: string] }[] = [
  { value: "today", label: "today", of: (today) => [today, today] },
  { value: "week", label: "this week", of: (today) => [monday(today), today] },
  { value: "7", label: "the last 7 days", of: (today) => [back(today, 6), today] },
  { value: "30", label: "the last 30 days", of: (today) => [back(today, 29), today] },
  { value: "90", label: "the last 90 days", of: (today) => [back(today, 89), today] },
  { value: "month", label: "this month", of: (today) => [dayjs(today).startOf("month").format(DATE), today] },
  { value: "last-month", label: "the month before", of: (today) => monthBefore(today) },
];
export const OWN = "own";

export const AGAINST = [
  { value: "", label: "nothing" },
  { value: "before", label: "as many days before" },
  { value: OWN, label: "other days" },
];

const back = (date: string, days: number) => dayjs(date).subtract(days, "day").format(DATE);
const monday = (date: string) => back(date, (dayjs(date).day() + 6) % 7);
const monthBefore = (today: string): [string, string] => {
  const last = dayjs(today).startOf("month").subtract(1, "day");
  return [last.startOf("month").format(DATE), last.format(DATE)];
};

/** As many days right before these. */
export function before(from: string, until: string): [string, string] {
  const days = dayjs(until).diff(from, "day");
  return [back(from, days + 1), back(from, 1)];
}

/** What the address of the page asks for. @returns undefined where a date is not whole yet */
export function asked(given: URLSearchParams, today: string): ReportOf | undefined {
  const stretch = STRETCHES.find(({ value }) => value === (given.get("days") ?? "30"));
  const [from, until] = stretch ? stretch.of(today) : [given.get("from") ?? "", given.get("until") ?? ""];
  if (!whole(from) || !whole(until)) return undefined;
  if (given.get("against") === "before") {
    const [against_from, against_until] = before(from, until);
    return { from, until, against_from, against_until };
  }
  const [against_from, against_until] = [given.get("against_from") ?? "", given.get("against_until") ?? ""];
  return given.get("against") === OWN && whole(against_from) && whole(against_until)
    ? { from, until, against_from, against_until }
    : { from, until };
}

const whole = (date: string) => /^\d{4}-\d\d-\d\d$/.test(date) && dayjs(date).isValid();
