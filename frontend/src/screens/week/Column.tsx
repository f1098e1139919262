import type { KeyboardEvent } from "react";
import type { Week } from "../../api/client";
import { addRound, blocksOn, DAY, minutesOf, offOn, placeOf, snapped, timeOf, type Pick, type Plan, type Reach } from "./plan";
import type { useDrag } from "./useDrag";
import styles from "./week.module.css";

type Day = Week["days"][number];
type Given = {
  day: Day;
  /** of the grid */
  column: number;
  days: Day[];
  plan: Plan;
  week: Week;
  picked: Pick | undefined;
  reach: Reach;
  pick: (pick: Pick | undefined) => void;
  change: (plan: Plan) => void;
  keys: (event: KeyboardEvent, at: Pick) => void;
  drag: ReturnType<typeof useDrag>;
};

const share = (minutes: number) => `${(minutes / DAY) * 100}%`;
const top = (minutes: number) => ({ top: share(minutes) });
const stretch = (from: number, to: number) => ({ ...top(from), height: share(to - from) });

/** "Tokyo" of "Asia/Tokyo" */
const place = (zone: string) => zone.slice(zone.lastIndexOf("/") + 1).replaceAll("_", " ");

/** What its heading says beside the date: that it is off, or where one is; and in full. */
function aside(plan: Plan, week: Week, day: Day): { short: string; full: string } | undefined {
  const off = offOn(plan, day.date);
  if (off !== undefined) return { short: "off", full: off === "" ? "A day off" : `A day off: ${off}` };
  const trip = week.trips.find(({ from, until }) => from <= day.date && day.date <= until);
  return trip && { short: place(trip.time_zone), full: `On the time of ${trip.time_zone}` };
}

/** A day by hours: when mail usually arrives, windows and rounds, and what lies on this date alone. */
export function Column({ day, column, days, plan, week, picked, reach, pick, change, keys, drag }: Given) {
  const most = Math.max(1, ...Object.values(week.usual).flat());
  const off = offOn(plan, day.date) !== undefined;
  const said = aside(plan, week, day);
  const mark = (kind: Pick["kind"], index: number) => {
    if (picked?.kind !== kind || picked.index !== index) return undefined;
    return picked.day === day.day ? styles.picked : reach === "all" ? styles.pickedToo : undefined;
  };
  return (
    <>
      <h2 className={day.today ? styles.today : ""} style={{ gridColumn: column }}>
        {day.label} <small>{day.number}</small>
        {said && <small title={said.full}> {said.short}</small>}
      </h2>
      <div
        data-day={day.day}
        style={{ gridColumn: column }}
        className={[styles.weekDay, day.today && styles.today, off && styles.dayOff].filter(Boolean).join(" ")}
        onPointerDown={(event) => drag.begin(event, "draw", day.day)}
        onPointerMove={drag.move}
        onPointerUp={drag.finish}
        onPointerCancel={drag.cancel}
        onDoubleClick={(event) => {
          const box = event.currentTarget.getBoundingClientRect();
          change(addRound(plan, [day.day], snapped(((event.clientY - box.top) / box.height) * DAY)));
          pick({ kind: "rounds", index: plan.rounds.length, day: day.day });
        }}
      >
        {(week.usual[day.day] ?? []).map((count, hour) => (
          <i key={hour} className={styles.weekUsual} style={{ ...top(hour * 60), width: `${(count / most) * 62}%` }} />
        ))}
        {blocksOn(plan.windows, days, day.day).map(({ index, from, to, start, end }) => {
          const { name, from: begins, to: ends } = plan.windows[index]!;
          const at: Pick = { kind: "windows", index, day: day.day };
          return (
            <div
              key={`${index} ${start}`}
              role="button"
              tabIndex={start ? 0 : -1}
              data-at={start ? placeOf(at) : undefined}
              aria-label={`Window ${name}, ${day.label}, ${begins} to ${ends}`}
              aria-pressed={Boolean(mark("windows", index))}
              className={[styles.weekWindow, mark("windows", index)].filter(Boolean).join(" ")}
              style={stretch(from, to)}
              onPointerDown={(event) => drag.begin(event, "move", day.day, at)}
              onKeyDown={(event) => keys(event, at)}
              onDoubleClick={(event) => event.stopPropagation()}
            >
              {start && (
                <span
                  className={`${styles.weekEdge} ${styles.upper}`}
                  onPointerDown={(event) => drag.begin(event, "from", day.day, at)}
                />
              )}
              <span className={styles.weekName}>{name}</span>
              {end && (
                <span
                  className={`${styles.weekEdge} ${styles.lower}`}
                  onPointerDown={(event) => drag.begin(event, "to", day.day, at)}
                />
              )}
            </div>
          );
        })}
        {blocksOn(plan.heads_down ?? [], days, day.day).map(({ index, from, to }) => (
          <div key={`quiet ${index} ${from}`} className={styles.weekQuiet} style={stretch(from, to)}>
            <span>{plan.heads_down![index]!.name}</span>
          </div>
        ))}
        {day.marks.map(({ kind, name, from, to }) => (
          <div
            key={`${kind} ${name} ${from}`}
            className={kind === "meeting" ? styles.weekMeeting : `${styles.weekMeeting} ${styles.weekQuiet}`}
            style={stretch(from, to)}
            title={`${name}, ${timeOf(from)} to ${timeOf(to % DAY)}`}
          >
            <span>{name}</span>
          </div>
        ))}
        {day.today && <div className={styles.weekNow} style={top(week.now)} />}
        {plan.rounds.map((round, index) => {
          if (!round.days.includes(day.day)) return null;
          const at: Pick = { kind: "rounds", index, day: day.day };
          return (
            <div
              key={index}
              role="button"
              tabIndex={0}
              data-at={placeOf(at)}
              aria-label={`Round ${round.name}, ${day.label}, ${round.at}`}
              aria-pressed={Boolean(mark("rounds", index))}
              className={[styles.weekRound, mark("rounds", index)].filter(Boolean).join(" ")}
              style={top(minutesOf(round.at))}
              onPointerDown={(event) => drag.begin(event, "round", day.day, at)}
              onKeyDown={(event) => keys(event, at)}
              onDoubleClick={(event) => event.stopPropagation()}
            >
              <b>{round.at}</b>
            </div>
          );
        })}
        {drag.drawing?.day === day.day && (
          <div className={`${styles.weekWindow} ${styles.drawing}`} style={stretch(drag.drawing.from, drag.drawing.to)}>
            <span className={styles.weekName}>
              {timeOf(drag.drawing.from)} to {timeOf(drag.drawing.to % DAY)}
            </span>
          </div>
        )}
      </div>
    </>
  );
}
