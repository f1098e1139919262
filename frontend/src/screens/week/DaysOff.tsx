import Close from "@mui/icons-material/Close";
import Button from "@mui/material/Button";
import IconButton from "@mui/material/IconButton";
import { useState, type FormEvent } from "react";
import type { Week } from "../../api/client";
import { readCalendar } from "../../api/plan";
import { Check } from "../../parts/Check";
import { Fault } from "../../parts/Fault";
import { TextSlot } from "../../parts/fields";
import { DateSpan, spanOf } from "../../parts/moments";
import { FileField } from "../../parts/FileField";
import ui from "../../parts/page.module.css";
import { Followed } from "./Followed";
import type { Off, Plan } from "./plan";
import styles from "./side.module.css";

type Calendar = Awaited<ReturnType<typeof readCalendar>>;

const label = (off: Off): string =>
  typeof off === "string" ? off : off.from === off.until ? off.from : `${off.from} to ${off.until}`;

/** Days off and busy times of a calendar's file, to choose from. */
function FromCalendar({
  calendar,
  add,
  close,
}: {
  calendar: Calendar;
  add: (days: boolean, busy: boolean) => void;
  close: () => void;
}) {
  const [days, setDays] = useState(calendar.days_off.length > 0);
  const [busy, setBusy] = useState(false);
  return (
    <section className={styles.weekCalendar} aria-label="What the calendar holds">
      <Check
        label={`${calendar.days_off.length} all-day events as days off`}
        on={days}
        disabled={!calendar.days_off.length}
        turn={setDays}
      />
      <Check
        label={`hold mail during ${calendar.busy.length} meetings`}
        on={busy}
        disabled={!calendar.busy.length}
        turn={setBusy}
      />
      {calendar.problems.map((problem) => (
        <p key={problem} className={ui.inPlace}>
          {problem}
        </p>
      ))}
      <div className={ui.rowOf}>
        <Button variant="contained" disabled={!days && !busy} onClick={() => add(days, busy)}>
          Take them
        </Button>
        <Button onClick={close}>Leave them</Button>
      </div>
    </section>
  );
}

export function DaysOff({ plan, week, change }: { plan: Plan; week: Week; change: (plan: Plan) => void }) {
  const [adding, setAdding] = useState(false);
  const [given, setGiven] = useState({ from: "", until: "", name: "" });
  const [calendar, setCalendar] = useState<Calendar>();
  const [failed, setFailed] = useState("");
  const offs = plan.days_off as Off[];
  // Those that are saved are told in words by the server.
  const told = (off: Off) => {
    const saved = week.plan.days_off.findIndex((each) => JSON.stringify(each) === JSON.stringify(off));
    return saved >= 0 ? week.offs[saved]!.label : label(off);
  };
  const busy = plan.busy ?? [];
  const add = (event: FormEvent) => {
    event.preventDefault();
    const { name, ...span } = spanOf(given);
    change({ ...plan, days_off: [...offs, name ? { ...span, name } : span] });
    setGiven({ from: "", until: "", name: "" });
    setAdding(false);
  };
  const read = (file: File | undefined) => {
    if (!file) return;
    readCalendar(file).then(
      (found) => {
        setCalendar(found);
        setFailed("");
      },
      (problem: Error) => setFailed(problem.message),
    );
  };
  return (
    <section aria-label="Days off">
      <h2>Days off</h2>
      <ul className={styles.weekFigures}>
        {offs.map((off, index) => (
          <li key={index}>
            <span>{told(off)}</span>
            <b>
              {typeof off !== "string" && off.name}
              <IconButton
                size="small"
                aria-label={`Take ${told(off)} out`}
                onClick={() => change({ ...plan, days_off: offs.filter((_, at) => at !== index) })}
              >
                <Close fontSize="inherit" />
              </IconButton>
            </b>
          </li>
        ))}
        {week.offs
          .filter(({ own, past }) => !own && !past)
          .map((off) => (
            <li key={off.label + off.name}>
              <span>{off.label}</span>
              <b>{off.name}</b>
            </li>
          ))}
        {busy.length > 0 && (
          <li>
            <span>Mail is held during {busy.length} meetings</span>
            <b>
              <Button variant="text" onClick={() => change({ ...plan, busy: [] })}>
                No longer
              </Button>
            </b>
          </li>
        )}
      </ul>
      {adding && (
        <form className={ui.rowOf} onSubmit={add}>
          <DateSpan of="off" value={given} change={(part) => setGiven({ ...given, ...part })} />
          <TextSlot
            label="What for"
            value={given.name}
            placeholder="what for"
            change={(next) => setGiven({ ...given, name: next })}
          />
          <Button type="submit">Add</Button>
        </form>
      )}
      <Followed week={week} />
      <Fault of={failed} />
      {calendar ? (
        <FromCalendar
          calendar={calendar}
          close={() => setCalendar(undefined)}
          add={(days, times) => {
            change({
              ...plan,
              days_off: days ? [...offs, ...calendar.days_off] : offs,
              ...(times ? { busy: calendar.busy } : {}),
            });
            setCalendar(undefined);
          }}
        />
      ) : (
        <div className={ui.rowOf}>
          <Button onClick={() => setAdding(!adding)}>Add days</Button>
          <FileField label="A calendar’s file" accept=".ics,text/calendar" take={([file]) => read(file)}>
            Read a calendar file
          </FileField>
        </div>
      )}
    </section>
  );
}
