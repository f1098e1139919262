import Button from "@mui/material/Button";
import type { Week } from "../../api/client";
import { DayChips } from "../../parts/chips";
import { TitleField } from "../../parts/fields";
import { TimeSlot } from "../../parts/moments";
import ui from "../../parts/page.module.css";
import {
  addRound,
  alone,
  middle,
  minutesOf,
  reached,
  split,
  without,
  withRound,
  withWindow,
  type Pick,
  type Plan,
  type Reach,
} from "./plan";
import styles from "./side.module.css";

type Given = {
  plan: Plan;
  week: Week;
  picked: Pick;
  reach: Reach;
  change: (plan: Plan) => void;
  pick: (pick: Pick | undefined) => void;
  rename: (name: string) => void;
};

/** What is picked, in numbers and words: the same as drawing, for exact hands. */
export function Panel({ plan, week, picked, reach, change, pick, rename }: Given) {
  const thing = plan[picked.kind][picked.index];
  if (!thing) return null;
  const isWindow = picked.kind === "windows";
  const put = (to: { plan: Plan; pick: Pick }, part: object) => {
    change(isWindow ? withWindow(to.plan, to.pick.index, part) : withRound(to.plan, to.pick.index, part));
    pick(to.pick);
  };
  const time = (key: "from" | "to" | "at") => (
    <>
      {key}{" "}
      <TimeSlot
        label={key}
        end={key === "to"}
        value={(thing as Record<string, unknown>)[key] as string}
        change={(next) => put(reached(plan, picked, reach), { [key]: next })}
      />
    </>
  );
  const lone = reach === "one" && thing.days.length > 1;
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
        <DayChips days={thing.days} change={(days) => put({ plan, pick: picked }, { days })} names={week.days} />
      </div>
      {lone && <p className={ui.hint}>What you change here goes to {today.label} alone; the days stay as they are.</p>}
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
            change(without(plan, picked, reach));
            pick(undefined);
          }}
        >
          {lone ? `Remove it on ${today.label}` : thing.days.length > 1 ? "Remove it on all its days" : "Remove it"}
        </Button>
      </div>
    </section>
  );
}
