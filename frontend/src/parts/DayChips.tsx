export const DAYS = ["mon", "tue", "wed", "thu", "fri", "sat", "sun"];

/** Days of the week to turn on and off; one at the least stays on. */
export function DayChips({ days, change }: { days: string[]; change: (days: string[]) => void }) {
  const turn = (day: string) => {
    const next = DAYS.filter((each) => (each === day ? !days.includes(day) : days.includes(each)));
    if (next.length > 0) change(next);
  };
  return DAYS.map((day) => (
    <button key={day} type="button" className="chip" aria-pressed={days.includes(day)} onClick={() => turn(day)}>
      {day}
    </button>
  ));
}
