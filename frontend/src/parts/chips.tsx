import Close from "@mui/icons-material/Close";
import Chip from "@mui/material/Chip";
import type { ReactNode } from "react";

/** Something to press. @param on whether it is chosen, where it can be @param aside what is said beside it, quieter */
export function Choice({
  on,
  press,
  aside,
  before,
  autoFocus,
  children,
}: {
  on?: boolean;
  press: () => void;
  aside?: ReactNode;
  before?: ReactNode;
  autoFocus?: boolean;
  children: ReactNode;
}) {
  return (
    <Chip
      component="button"
      type="button"
      clickable
      aria-pressed={on}
      autoFocus={autoFocus}
      onClick={press}
      label={
        <>
          {before && <i>{before} </i>}
          {children}
          {aside !== undefined && <i> {aside}</i>}
        </>
      }
    />
  );
}

/** A value that was given, and is taken out by pressing it. @param says what pressing does, where that is not just taking out */
export function Given({ children, takeOut, says }: { children: string; takeOut: () => void; says?: string }) {
  return (
    <Chip
      component="button"
      type="button"
      variant="filled"
      clickable
      icon={<Close />}
      onClick={takeOut}
      aria-label={says ?? `Take out ${children}`}
      label={children}
    />
  );
}

export const DAYS = ["mon", "tue", "wed", "thu", "fri", "sat", "sun"];

/** Days of the week to turn on and off; one at the least stays on. @param names how they are called, where not as they are kept */
export function DayChips<Day extends string>({
  days,
  change,
  names = DAYS.map((day) => ({ day, label: day.charAt(0).toUpperCase() + day.slice(1) })),
}: {
  days: Day[];
  change: (days: Day[]) => void;
  names?: { day: string; label: string }[];
}) {
  const turn = (day: Day) => {
    const next = (DAYS as Day[]).filter((each) => (each === day ? !days.includes(day) : days.includes(each)));
    if (next.length > 0) change(next);
  };
  return names.map(({ day, label }) => (
    <Choice key={day} on={days.includes(day as Day)} press={() => turn(day as Day)}>
      {label}
    </Choice>
  ));
}
