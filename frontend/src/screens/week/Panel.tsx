import Button from "@mui/material/Button";
import type { Week } from "../../api/client";
import { addRound, alone, middle, minutesOf, split, without, withRound, withWindow, type Pick, type Plan } from "./plan";

type Given = {
  plan: Plan;
  week: Week;
  picked: Pick;
  change: (plan: Plan) => void;
  pick: (pick: Pick | undefined) => void;
  rename: (name: string) => void;
};

/** What is picked, in numbers and words: the same as drawing, for exact hands. */
export function Panel({ plan, week, picked, change, pick, rename }: Given) {
  const thing = plan[picked.kind][picked.index];
  if (!thing) return null;
  const isWindow = picked.kind === "windows";
  const set = (part: object) => change(isWindow ? withWindow(plan, picked.index, part) : withRound(plan, picked.index, part));
  const time = (key: "from" | "to" | "at", label: string) => {
    const value = (thing as Record<string, unknown>)[key] as string;
    return (
      <label>
        {label}{" "}
        <input
          className="slot-input time"
          type="time"
          step={300}
          value={value === "24:00" ? "00:00" : value}
          onChange={(event) =>
            event.target.value && set({ [key]: key === "to" && event.target.value === "00:00" ? "24:00" : event.target.value })
          }
        />
      </label>
    );
  };
  const turn = (day: string) => {
    const days = week.days
      .map(({ day: each }) => each)
      .filter((each) => (each === day ? !thing.days.includes(day) : thing.days.includes(each)));
    if (days.length) set({ days });
  };
  const today = week.days.find(({ day }) => day === picked.day)!;
  return (
    <section className="week-panel" aria-label={`${isWindow ? "Window" : "Round"} ${thing.name}`}>
      <input
        className="title-input small"
        aria-label="Name"
        value={thing.name}
        maxLength={100}
        onChange={(event) => rename(event.target.value)}
      />
      <div className="condition-line">
        {isWindow ? (
          <>
            {time("from", "from")} {time("to", "to")}
          </>
        ) : (
          time("at", "at")
        )}
      </div>
      <div className="condition-line" role="group" aria-label="Days">
        {week.days.map(({ day, label }) => (
          <button key={day} type="button" className="chip" aria-pressed={thing.days.includes(day)} onClick={() => turn(day)}>
            {label}
          </button>
        ))}
      </div>
      <div className="row-of">
        {thing.days.length > 1 && (
          <Button
            onClick={() => {
              change(alone(plan, picked));
              pick({ ...picked, index: plan[picked.kind].length });
            }}
          >
            Change {today.label} alone
          </Button>
        )}
        {isWindow && (
          <Button onClick={() => change(split(plan, picked.index, middle(plan.windows[picked.index]!)))}>Split it</Button>
        )}
        {isWindow && (
          <Button onClick={() => change(addRound(plan, thing.days, minutesOf(plan.windows[picked.index]!.to) % 1440))}>
            Add a round at its end
          </Button>
        )}
        <Button
          onClick={() => {
            change(without(plan, picked));
            pick(undefined);
          }}
        >
          Remove it
        </Button>
      </div>
    </section>
  );
}
