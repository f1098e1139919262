import { Suspense } from "react";
import { lazily } from "../look/lazily";
import styles from "./fields.module.css";

/** Days and times of day, entered as they are written everywhere: day before month, 24 hours. */
export type Moment = { label: string; value: string; change: (next: string) => void; required?: boolean };

const DateIn = lazily("DateIn", () => import("./pickers"));
const TimeIn = lazily("TimeIn", () => import("./pickers"));

/**
 * A time of day, "17:30"; told once it is whole.
 * @param end midnight ends the day, and is "24:00"
 */
export const TimeSlot = (given: Moment & { end?: boolean }) => (
  <Suspense fallback={<span className={styles.time} />}>
    <TimeIn {...given} />
  </Suspense>
);

/** A date, "2026-03-16", or nothing. */
export const DateSlot = (given: Moment & { from?: string }) => (
  <Suspense fallback={<span className={styles.date} />}>
    <DateIn {...given} />
  </Suspense>
);

export type DaySpan = { from: string; until: string };

/**
 * Two dates of a form: from one to another, or one alone where the second is left empty.
 * @param of what the days are of: "off", "of the trip"
 */
export function DateSpan({ of, value, change }: { of: string; value: DaySpan; change: (part: Partial<DaySpan>) => void }) {
  return (
    <>
      <DateSlot label={`First day ${of}`} required value={value.from} change={(from) => change({ from })} /> to
      <DateSlot label={`Last day ${of}`} from={value.from} value={value.until} change={(until) => change({ until })} />
    </>
  );
}

/** What was given, as a span: one day alone ends on itself. */
export const spanOf = <Given extends DaySpan>(given: Given): Given => ({ ...given, until: given.until || given.from });
