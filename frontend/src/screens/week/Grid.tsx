import { useEffect, useRef, type KeyboardEvent } from "react";
import type { Week } from "../../api/client";
import { Column } from "./Column";
import {
  copied,
  DAY,
  minutesOf,
  moved,
  onDay,
  placeOf,
  reached,
  stretched,
  timeOf,
  without,
  withRound,
  withWindow,
  type Pick,
  type Plan,
  type Reach,
} from "./plan";
import { useDrag } from "./useDrag";
import styles from "./week.module.css";

type Given = {
  plan: Plan;
  week: Week;
  days: Week["days"];
  picked: Pick | undefined;
  reach: Reach;
  /** what is to have the focus: an object, since the same place may be asked for twice */
  focus: { at: Pick } | undefined;
  pick: (pick: Pick | undefined) => void;
  setFocus: (at: Pick) => void;
  change: (plan: Plan) => void;
};

const HOURS = Array.from({ length: 12 }, (_, hour) => hour * 2);
const STEPS: Record<string, number> = { ArrowUp: -5, ArrowDown: 5, PageUp: -60, PageDown: 60 };
const ASIDE: Record<string, number> = { ArrowLeft: -1, ArrowRight: 1 };

/** Seven days by hours. Windows are drawn, moved and stretched with the mouse or the keyboard; rounds are posts. */
export function Grid({ plan, week, days, picked, reach, focus, pick, setFocus, change }: Given) {
  const grid = useRef<HTMLDivElement>(null);
  useEffect(() => {
    if (focus) grid.current?.querySelector<HTMLElement>(`[data-at="${placeOf(focus.at)}"]`)?.focus();
  }, [focus]);
  const drag = useDrag({ plan, reach, picked, pick, change });
  const put = (next: Plan, at: Pick) => {
    change(next);
    pick(at);
    setFocus(at); // it may stand elsewhere now
  };
  const sideways = (at: Pick, by: number, copy: boolean) => {
    const to = days[(days.findIndex(({ day }) => day === at.day) + by + 7) % 7]!.day;
    const next = copy ? copied(plan, at, to) : onDay(plan, at, to);
    if (next !== plan) put(next, { ...at, day: to });
  };
  const remove = (at: Pick) => {
    const next = without(plan, at, reach);
    change(next);
    pick(undefined);
    const kinds = [at.kind, at.kind === "windows" ? "rounds" : "windows"] as const;
    const other = kinds.flatMap((kind) =>
      next[kind].flatMap((each, index) => (each.days.includes(at.day) ? [{ kind, index, day: at.day }] : [])),
    )[0];
    if (other) setFocus(other);
  };
  const step = (at: Pick, by: number, stretch: boolean) => {
    const to = reached(plan, at, reach);
    const { index } = to.pick;
    if (at.kind === "rounds") {
      const minutes = (minutesOf(to.plan.rounds[index]!.at) + by + DAY) % DAY;
      return put(withRound(to.plan, index, { at: timeOf(minutes) }), to.pick);
    }
    const window = to.plan.windows[index]!;
    put(withWindow(to.plan, index, stretch ? stretched(window, "to", minutesOf(window.to) + by) : moved(window, by)), to.pick);
  };
  const keys = (event: KeyboardEvent, at: Pick) => {
    const aside = ASIDE[event.key];
    const by = STEPS[event.key];
    if (aside !== undefined) sideways(at, aside, event.ctrlKey || event.metaKey);
    else if (by !== undefined) step(at, by, event.shiftKey);
    else if (event.key === "Delete" || event.key === "Backspace") remove(at);
    else if (event.key === "Enter" || event.key === " ") pick(at);
    else return;
    event.preventDefault();
  };
  return (
    <div ref={grid} className={styles.weekGrid} role="group" aria-label="The week">
      <div className={styles.weekHours} aria-hidden>
        {HOURS.map((hour) => (
          <span key={hour} style={{ top: `${((hour * 60) / DAY) * 100}%` }}>
            {timeOf(hour * 60)}
          </span>
        ))}
      </div>
      {days.map((day, index) => (
        <Column key={day.date} column={index + 2} day={day} {...{ days, plan, week, picked, reach, pick, change, keys, drag }} />
      ))}
    </div>
  );
}
