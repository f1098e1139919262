import Button from "@mui/material/Button";
import type { Week } from "../../api/client";
import { DayChips } from "../../parts/chips";
import { TitleField } from "../../parts/fields";
import { TimeSlot } from "../../parts/moments";
import ui from "../../parts/page.module.css";
import { addRound, alone, middle, minutesOf, split, without, withRound, withWindow, type Pick, type Plan } from "./plan";
import styles from "./side.module.css";

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
  const time = (key: "from" | "to" | "at") => (
    <>
      {key}{" "}
      <TimeSlot
        label={key}
        end={key === "to"}
        value={(thing as Record<string, unknown>)[key] as string}
        change={(next) => set({ [key]: next })}
      />
    </>
  );
  const today = week.days.find(({ day }) => day === picked.day)!;
  return (
    <section className={styles.weekPanel} aria-label={`${isWindow ? "Window" : "Round"} ${thing.name}`}>
      <TitleField small value={thing.name} most={100} change={rename} />
      <div className={ui.conditionLine}>
        {isWindow ? (
          <>
            {time("from")} {time("to")}
          </>
        ) : (
          time("at")
        )}
      </div>
      <div className={ui.conditionLine} role="group" aria-label="Days">
        <DayChips days={thing.days} change={(days) => set({ days })} names={week.days} />
      </div>
      <div className={ui.rowOf}>
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
