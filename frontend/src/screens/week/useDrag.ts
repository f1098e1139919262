import { useRef, useState, type PointerEvent } from "react";
import {
  addWindow,
  DAY,
  moved,
  onDay,
  reached,
  snapped,
  stretched,
  timeOf,
  withRound,
  withWindow,
  type Pick,
  type Plan,
  type Reach,
} from "./plan";

type Drag = {
  what: "move" | "from" | "to" | "round" | "draw";
  /** the thing and the plan as they were when it began */
  pick?: Pick;
  plan: Plan;
  day: string;
  over: string;
  start: number;
  now: number;
  /** where the pointer went down, until it has gone far enough to mean a drag */
  from?: { x: number; y: number };
};

type Given = {
  plan: Plan;
  reach: Reach;
  picked: Pick | undefined;
  pick: (pick: Pick | undefined) => void;
  change: (plan: Plan) => void;
};

const LEAST_MINUTES = 10; // less than that is a slip of the hand, not a window
const LEAST_PIXELS = 5; // likewise of a move

/** Drawing, moving and stretching by pointer. A finger moves only what it has picked before: it scrolls the page with the rest. */
export function useDrag({ plan, reach, picked, pick, change }: Given) {
  const [drag, setDrag] = useState<Drag>();
  const area = useRef<HTMLElement>(null);
  const minuteAt = (event: PointerEvent) => {
    const box = area.current!.getBoundingClientRect();
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
    const again = at !== undefined && picked?.kind === at.kind && picked.index === at.index;
    pick(at);
    if (event.pointerType === "touch" && !again) return;
    area.current = (event.currentTarget as HTMLElement).closest<HTMLElement>("[data-day]");
    area.current!.setPointerCapture(event.pointerId);
    const start = minuteAt(event);
    // With Alt, the other reach than the one that is chosen.
    const to = at && reached(plan, at, event.altKey ? (reach === "all" ? "one" : "all") : reach);
    const from = { x: event.clientX, y: event.clientY };
    setDrag({ what, pick: to?.pick, plan: to?.plan ?? plan, day, over: day, start, now: start, from });
  };
  const move = (event: PointerEvent) => {
    if (!drag || !area.current) return;
    if (drag.from && Math.hypot(event.clientX - drag.from.x, event.clientY - drag.from.y) < LEAST_PIXELS) return;
    const now = minuteAt(event);
    const over = dayAt(event) ?? drag.over;
    if (now === drag.now && over === drag.over) return;
    setDrag({ ...drag, now, over, from: undefined });
    if (!drag.pick) return;
    const { index } = drag.pick;
    const window = drag.plan.windows[index];
    const sideways = drag.what === "move" || drag.what === "round" ? onDay(drag.plan, drag.pick, over) : drag.plan;
    pick({ ...drag.pick, day: sideways === drag.plan ? drag.day : over });
    if (drag.what === "move") change(withWindow(sideways, index, moved(window!, now - drag.start)));
    else if (drag.what === "round") change(withRound(sideways, index, { at: timeOf(Math.min(now, DAY - 5)) }));
    else if (drag.what !== "draw") change(withWindow(drag.plan, index, stretched(window!, drag.what, now)));
  };
  const finish = (event: PointerEvent) => {
    const now = drag && area.current ? minuteAt(event) : 0; // where it is let go, drawn or not yet
    if (drag?.what === "draw" && Math.abs(now - drag.start) >= LEAST_MINUTES) {
      change(addWindow(plan, drag.day, Math.min(drag.start, now), Math.max(drag.start, now)));
      pick({ kind: "windows", index: plan.windows.length, day: drag.day });
    }
    setDrag(undefined);
  };
  const drawing = drag?.what === "draw" && {
    day: drag.day,
    from: Math.min(drag.start, drag.now),
    to: Math.max(drag.start, drag.now),
  };
  return { begin, move, finish, cancel: () => setDrag(undefined), drawing: drawing || undefined };
}
