export type DaySpan = { from: string; until: string };

/** Two dates of a form: from one to another, or one alone where the second is left empty. */
export function DateSpan({
  of,
  value,
  change,
}: {
  /** What the days are of: "First day off", "Last day of the trip". */
  of: string;
  value: DaySpan;
  change: (part: Partial<DaySpan>) => void;
}) {
  return (
    <>
      <input
        className="slot-input"
        type="date"
        required
        aria-label={`First day ${of}`}
        value={value.from}
        onChange={(event) => change({ from: event.target.value })}
      />
      to
      <input
        className="slot-input"
        type="date"
        min={value.from}
        aria-label={`Last day ${of}`}
        value={value.until}
        onChange={(event) => change({ until: event.target.value })}
      />
    </>
  );
}

/** What was given, as a span: one day alone ends on itself. */
export const spanOf = <Given extends DaySpan>(given: Given): Given => ({ ...given, until: given.until || given.from });
