import { DesktopDatePicker } from "@mui/x-date-pickers/DesktopDatePicker";
import { AdapterDayjs } from "@mui/x-date-pickers/AdapterDayjs";
import { LocalizationProvider } from "@mui/x-date-pickers/LocalizationProvider";
import { TimeField } from "@mui/x-date-pickers/TimeField";
import dayjs, { type Dayjs } from "dayjs";
import "dayjs/locale/en-gb";
import customParseFormat from "dayjs/plugin/customParseFormat";
import { useState, type ReactNode } from "react";
import { useClock } from "../api/moment";
import styles from "./fields.module.css";
import type { Moment } from "./moments";

dayjs.extend(customParseFormat);

const DATE = "YYYY-MM-DD";
const TIME = "HH:mm";

const HINTS = { fieldDayPlaceholder: () => "day", fieldMonthPlaceholder: () => "month", fieldYearPlaceholder: () => "year" };

const read = (value: string, format: string): Dayjs | null => {
  const read = dayjs(value, format, true);
  return read.isValid() ? read : null;
};

/** What stands in a field, which may be half typed, beside what was told of it. @param half what a half-typed one is told as */
function useTyped(value: string, format: string, half: "" | undefined) {
  const [typed, setTyped] = useState({ value, shown: read(value, format) });
  if (typed.value !== value) setTyped({ value, shown: read(value, format) });
  /** @returns what is typed, where it is whole */
  const type = (shown: Dayjs | null): string => {
    const told = shown?.isValid() ? shown.format(format) : "";
    setTyped({ value: told || (half ?? value), shown });
    return told;
  };
  return [typed.shown, type] as const;
}

const Local = ({ children }: { children: ReactNode }) => (
  <LocalizationProvider dateAdapter={AdapterDayjs} adapterLocale="en-gb" localeText={HINTS}>
    {children}
  </LocalizationProvider>
);

const looks = (label: string, className: string | undefined, required: boolean | undefined) => ({
  variant: "standard" as const,
  className,
  required,
  slotProps: { input: { "aria-label": label, "aria-labelledby": undefined } },
});

/** "16 Mar 2027", typed or chosen; a half-typed date is none. */
export function DateIn({ label, value, change, required, from }: Moment & { from?: string }) {
  const [shown, type] = useTyped(value, DATE, "");
  const give = (next: string) => next !== value && change(next);
  const now = useClock().data?.now; // the demo's day is another than the machine's
  return (
    <Local>
      <DesktopDatePicker
        format="DD MMM YYYY"
        referenceDate={now ? dayjs(now) : undefined}
        disableHighlightToday
        value={shown}
        onChange={(next) => give(type(next))}
        minDate={from ? (read(from, DATE) ?? undefined) : undefined}
        slotProps={{
          textField: looks(label, styles.date, required),
          openPickerButton: { size: "small" },
        }}
      />
    </Local>
  );
}

/** "17:30", told once it is whole. @param end midnight ends the day, and is "24:00" */
export function TimeIn({ label, value, change, required, end = false }: Moment & { end?: boolean }) {
  const [shown, type] = useTyped(value === "24:00" ? "00:00" : value, TIME, undefined);
  const give = (next: string) => {
    const told = end && next === "00:00" ? "24:00" : next;
    if (next && told !== value) change(told);
  };
  return (
    <Local>
      <TimeField
        format={TIME}
        ampm={false}
        value={shown}
        onChange={(next) => give(type(next))}
        slotProps={{ textField: looks(label, styles.time, required) }}
      />
    </Local>
  );
}
