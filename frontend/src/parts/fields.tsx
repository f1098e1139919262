import TextField from "@mui/material/TextField";
import { useState, type HTMLInputTypeAttribute } from "react";
import styles from "./fields.module.css";

/** The fields of a sentence: each stands on a line of its own colour, among the words. */

type Width = "usual" | "number" | "time" | "date" | "long" | "wide" | "mark" | "full";
type Common<Value> = { label: string; value: Value; change: (next: Value) => void; required?: boolean };
type TextGiven = Common<string> & {
  width?: Width;
  placeholder?: string;
  most?: number;
  autoFocus?: boolean;
  /** the id of a datalist with what may be meant */
  list?: string;
};

type SlotGiven = TextGiven & { type?: HTMLInputTypeAttribute; limits?: object; leave?: () => void };

function Slot({ label, value, change, width = "usual", placeholder, most, list, type, limits, leave, ...rest }: SlotGiven) {
  return (
    <TextField
      variant="standard"
      className={styles[width]}
      type={type}
      value={value}
      placeholder={placeholder}
      onChange={(event) => change(event.target.value)}
      onBlur={leave}
      slotProps={{ htmlInput: { "aria-label": label, maxLength: most, list, ...limits } }}
      {...rest}
    />
  );
}

export const TextSlot = (given: TextGiven) => <Slot {...given} />;

/** A whole number within bounds; what is typed on the way to one stands until the field is left. */
export function NumberSlot({
  label,
  value,
  change,
  least = 0,
  most,
}: Omit<Common<number>, "required"> & { least?: number; most?: number }) {
  const [typed, setTyped] = useState<string>();
  const type = (text: string) => {
    setTyped(text);
    const next = Number(text);
    if (text.trim() !== "" && Number.isInteger(next) && next >= least && next <= (most ?? next)) change(next);
  };
  return (
    <Slot
      label={label}
      width="number"
      type="number"
      value={typed ?? String(value)}
      change={type}
      leave={() => setTyped(undefined)}
      limits={{ min: least, max: most }}
    />
  );
}

/**
 * A time of day, "17:30"; told once it is whole.
 * @param end midnight ends the day, and is "24:00"
 */
export function TimeSlot({ end = false, change, value, ...rest }: Common<string> & { end?: boolean }) {
  return (
    <Slot
      width="time"
      type="time"
      value={value === "24:00" ? "00:00" : value}
      change={(next) => next && change(end && next === "00:00" ? "24:00" : next)}
      {...rest}
    />
  );
}

/** A date, "2026-03-16", or nothing. */
export const DateSlot = ({ from, ...rest }: Common<string> & { from?: string }) => (
  <Slot width="date" type="date" limits={{ min: from }} {...rest} />
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

/** The name of what is being written. */
export function TitleField({
  value,
  change,
  placeholder,
  most,
  autoFocus,
  small = false,
}: Omit<Common<string>, "label"> & { placeholder?: string; most: number; autoFocus?: boolean; small?: boolean }) {
  return (
    <TextField
      variant="standard"
      className={small ? `${styles.title} ${styles.small} ${styles.full}` : styles.title}
      value={value}
      placeholder={placeholder}
      autoFocus={autoFocus}
      onChange={(event) => change(event.target.value)}
      slotProps={{ htmlInput: { "aria-label": "Name", maxLength: most } }}
    />
  );
}
