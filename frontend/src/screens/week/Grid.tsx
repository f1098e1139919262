import { useEffect, useRef, useState, type KeyboardEvent, type PointerEvent } from "react";
import type { Week } from "../../api/client";
import {
  addRound,
  addWindow,
  blocksOn,
  DAY,
  minutesOf,
  moved,
  onDay,
  snapped,
  stretched,
  timeOf,
  without,
  withRound,
  withWindow,
  type Pick,
  type Plan,
} from "./plan";
import styles from "./week.module.css";

type Day = Week["days"][number];
type Given = {
  plan: Plan;
  week: Week;
  picked: Pick | undefined;
  pick: (pick: Pick | undefined) => void;
  change: (plan: Plan) => void;
};
type Drag = {
  what: "move" | "from" | "to" | "round" | "draw";
  pick?: Pick;
  start: number;
  plan: Plan;
  day: string;
  over: string;
  now: number;
};

const HOURS = Array.from({ length: 12 }, (_, hour) => hour * 2);
const LEAST = 10; // minutes: less than that is a slip of the hand, not a window

/** Seven days by hours. Windows are drawn, moved and stretched with the mouse or the keyboard; rounds are posts. */
export function Grid({ plan, week, picked, pick, change }: Given) {
  const [drag, setDrag] = useState<Drag>();
  const [focus, setFocus] = useState<{ at: string }>(); // an object: the same place may be asked for twice
  const area = useRef<HTMLElement>(null);
  const grid = useRef<HTMLDivElement>(null);
  useEffect(() => {
    if (focus) grid.current?.querySelector<HTMLElement>(`[data-at="${focus.at}"]`)?.focus();
  }, [focus]);
  const most = Math.max(1, ...Object.values(week.usual).flat());
  const minuteAt = (event: PointerEvent, element: HTMLElement) => {
    const box = element.getBoundingClientRect();
    return Math.min(Math.max(snapped(((event.clientY - box.top) / box.height) * DAY), 0), DAY);
  };
  // The day whose column lies under the pointer.
  const dayAt = (event: PointerEvent): string | undefined =>
    [...area.current!.parentElement!.querySelectorAll<HTMLElement>("[data-day]")].find((column) => {
      const { left, right } = column.getBoundingClientRect();
      return event.clientX >= left && event.clientX <= right;
    })?.dataset.day;
  const begin = (event: PointerEvent, what: Drag["what"], day: string, at?: Pick) => {
    if (event.button !== 0) return;
    event.stopPropagation();
    area.current = (event.currentTarget as HTMLElement).closest<HTMLElement>("[data-day]");
    area.current!.setPointerCapture(event.pointerId);
    const start = minuteAt(event, area.current!);
    pick(at);
    setDrag({ what, pick: at, start, plan, day, over: day, now: start });
  };
  const move = (event: PointerEvent) => {
    if (!drag || !area.current) return;
    const now = minuteAt(event, area.current);
    const over = dayAt(event) ?? drag.over;
    if (now === drag.now && over === drag.over) return;
    setDrag({ ...drag, now, over });
    const index = drag.pick?.index ?? 0;
    const window = drag.plan.windows[index];
    const sideways = drag.pick && (drag.what === "move" || drag.what === "round") ? onDay(drag.plan, drag.pick, over) : drag.plan;
    if (drag.pick) pick({ ...drag.pick, day: sideways === drag.plan ? drag.day : over });
    if (drag.what === "move") change(withWindow(sideways, index, moved(window!, now - drag.start)));
    else if (drag.what === "round") change(withRound(sideways, index, { at: timeOf(Math.min(now, DAY - 5)) }));
    else if (drag.what !== "draw") change(withWindow(drag.plan, index, stretched(window!, drag.what, now)));
  };
  const finish = (event: PointerEvent) => {
    const now = drag && area.current ? minuteAt(event, area.current) : 0; // where it is let go, drawn or not yet
    if (drag?.what === "draw" && Math.abs(now - drag.start) >= LEAST) {
      change(addWindow(plan, drag.day, Math.min(drag.start, now), Math.max(drag.start, now)));
      pick({ kind: "windows", index: plan.windows.length, day: drag.day });
    }
    setDrag(undefined);
  };
  const keys = (event: KeyboardEvent, at: Pick) => {
    const aside = { ArrowLeft: -1, ArrowRight: 1 }[event.key];
    if (aside !== undefined) {
      const to = week.days[(week.days.findIndex(({ day }) => day === at.day) + aside + 7) % 7]!.day;
      const next = onDay(plan, at, to);
      if (next !== plan) {
        change(next);
        pick({ ...at, day: to });
        setFocus({ at: `${at.kind} ${at.index} ${to}` }); // it stands in another column now
      }
      return event.preventDefault();
    }
    const step = { ArrowUp: -5, ArrowDown: 5, PageUp: -60, PageDown: 60 }[event.key];
    if (event.key === "Delete" || event.key === "Backspace") {
      change(without(plan, at));
      pick(undefined);
    } else if (event.key === "Enter" || event.key === " ") pick(at);
    else if (step === undefined) return;
    else if (at.kind === "rounds") {
      const round = plan.rounds[at.index]!;
      change(withRound(plan, at.index, { at: timeOf((minutesOf(round.at) + step + DAY) % DAY) }));
    } else {
      const window = plan.windows[at.index]!;
      change(
        withWindow(plan, at.index, event.shiftKey ? stretched(window, "to", minutesOf(window.to) + step) : moved(window, step)),
      );
    }
    event.preventDefault();
  };
  const top = (minutes: number) => ({ top: `${(minutes / DAY) * 100}%` });
  const isPicked = (kind: Pick["kind"], index: number, day: string) =>
    picked?.kind === kind && picked.index === index && (picked.day === day ? styles.picked : styles.pickedToo);
  const draw = (day: Day, column: number) => (
    <div
      key={day.day}
      data-day={day.day}
      style={{ gridColumn: column + 2 }}
      className={[styles.weekDay, day.today && styles.today, day.day_off && styles.dayOff].filter(Boolean).join(" ")}
      onPointerDown={(event) => begin(event, "draw", day.day)}
      onPointerMove={move}
      onPointerUp={finish}
      onPointerCancel={() => setDrag(undefined)}
      onDoubleClick={(event) => {
        const box = event.currentTarget.getBoundingClientRect();
        change(addRound(plan, [day.day], snapped(((event.clientY - box.top) / box.height) * DAY)));
        pick({ kind: "rounds", index: plan.rounds.length, day: day.day });
      }}
    >
      {(week.usual[day.day] ?? []).map((count, hour) => (
        <i key={hour} className={styles.weekUsual} style={{ ...top(hour * 60), width: `${(count / most) * 62}%` }} />
      ))}
      {blocksOn(plan, week.days, day.day).map(({ index, from, to, start, end }) => {
        const { name, from: begins, to: ends } = plan.windows[index]!;
        const at: Pick = { kind: "windows", index, day: day.day };
        return (
          <div
            key={`${index}-${from}`}
            role="button"
            tabIndex={start ? 0 : -1}
            data-at={start ? `windows ${index} ${day.day}` : undefined}
            aria-label={`Window ${name}, ${day.label}, ${begins} to ${ends}`}
            aria-pressed={Boolean(isPicked("windows", index, day.day))}
            className={[styles.weekWindow, isPicked("windows", index, day.day)].filter(Boolean).join(" ")}
            style={{ ...top(from), height: `${((to - from) / DAY) * 100}%` }}
            onPointerDown={(event) => begin(event, "move", day.day, at)}
            onKeyDown={(event) => keys(event, at)}
            onDoubleClick={(event) => event.stopPropagation()}
          >
            {start && (
              <span
                className={`${styles.weekEdge} ${styles.upper}`}
                onPointerDown={(event) => begin(event, "from", day.day, at)}
              />
            )}
            <span className={styles.weekName}>{name}</span>
            {end && (
              <span className={`${styles.weekEdge} ${styles.lower}`} onPointerDown={(event) => begin(event, "to", day.day, at)} />
            )}
          </div>
        );
      })}
      {day.today && <div className={styles.weekNow} style={top(week.now)} />}
      {plan.rounds.map((round, index) => {
        if (!round.days.includes(day.day)) return null;
        const at: Pick = { kind: "rounds", index, day: day.day };
        return (
          <div
            key={index}
            role="button"
            tabIndex={0}
            data-at={`rounds ${index} ${day.day}`}
            aria-label={`Round ${round.name}, ${day.label}, ${round.at}`}
            aria-pressed={Boolean(isPicked("rounds", index, day.day))}
            className={[styles.weekRound, isPicked("rounds", index, day.day)].filter(Boolean).join(" ")}
            style={top(minutesOf(round.at))}
            onPointerDown={(event) => begin(event, "round", day.day, at)}
            onKeyDown={(event) => keys(event, at)}
            onDoubleClick={(event) => event.stopPropagation()}
          >
            <b>{round.at}</b>
          </div>
        );
      })}
      {drag?.what === "draw" && drag.day === day.day && (
        <div
          className={`${styles.weekWindow} ${styles.drawing}`}
          style={{ ...top(Math.min(drag.start, drag.now)), height: `${(Math.abs(drag.now - drag.start) / DAY) * 100}%` }}
        >
          <span className={styles.weekName}>
            {timeOf(Math.min(drag.start, drag.now))} to {timeOf(Math.max(drag.start, drag.now) % DAY)}
          </span>
        </div>
      )}
    </div>
  );
  return (
    <div ref={grid} className={styles.weekGrid} role="group" aria-label="The week">
      <div className={styles.weekHours} aria-hidden>
        {HOURS.map((hour) => (
          <span key={hour} style={top(hour * 60)}>
            {timeOf(hour * 60)}
          </span>
        ))}
      </div>
      {week.days.map((day, index) => (
        <h2 key={day.day} className={day.today ? styles.today : ""} style={{ gridColumn: index + 2 }}>
          {day.label} <small>{day.number}</small>
          {day.day_off && <small> off</small>}
        </h2>
      ))}
      {week.days.map(draw)}
    </div>
  );
}
