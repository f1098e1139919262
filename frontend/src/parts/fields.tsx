import TextField from "@mui/material/TextField";
import { useState, type HTMLInputTypeAttribute } from "react";
import styles from "./fields.module.css";

/** The fields of a sentence: each stands on a line of its own colour, among the words. */

/** What is pasted is never cut: it stands there whole, and says that it is too long. */
const tooLong = (value: string, most: number | undefined) =>
  most !== undefined && value.length > most
    ? {
        error: true,
        helperText: `At most ${most.toLocaleString("en")} characters; these are ${value.length.toLocaleString("en")}.`,
      }
    : {};

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
      {...tooLong(value, most)}
      slotProps={{ htmlInput: { "aria-label": label, list, ...limits } }}
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
      {...tooLong(value, most)}
      slotProps={{ htmlInput: { "aria-label": "Name" } }}
    />
  );
}
