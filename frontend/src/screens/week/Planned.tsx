import Button from "@mui/material/Button";
import { DayChips } from "../../parts/chips";
import { TextSlot } from "../../parts/fields";
import { TimeSlot } from "../../parts/moments";
import ui from "../../parts/page.module.css";
import type { Plan } from "./plan";

type Quiet = NonNullable<Plan["heads_down"]>[number];

/** Heads-down planned ahead: "every Thursday 14:00 to 16:00". */
export function Planned({ plan, change }: { plan: Plan; change: (plan: Plan) => void }) {
  const planned = plan.heads_down ?? [];
  const set = (next: Quiet[]) => change({ ...plan, heads_down: next });
  const put = (index: number, part: Partial<Quiet>) =>
    set(planned.map((each, at) => (at === index ? { ...each, ...part } : each)));
  const time = (index: number, key: "from" | "to", label: string) => (
    <TimeSlot
      label={`${label} of ${planned[index]!.name}`}
      value={planned[index]![key]}
      change={(next) => put(index, { [key]: next })}
    />
  );
  return (
    <section aria-label="Planned heads-down">
      <h2>Planned heads-down</h2>
      {planned.map((quiet, index) => (
        <div key={index}>
          <div className={ui.conditionLine}>
            <TextSlot label="What for" value={quiet.name} most={100} change={(next) => put(index, { name: next })} />
            {time(index, "from", "From")} to {time(index, "to", "To")}
            <Button variant="text" onClick={() => set(planned.filter((_, at) => at !== index))}>
              Remove
            </Button>
          </div>
          <div className={ui.conditionLine} role="group" aria-label={`Days of ${quiet.name}`}>
            <DayChips days={quiet.days} change={(days) => put(index, { days })} />
          </div>
        </div>
      ))}
      <div className={ui.rowOf}>
        <Button
          onClick={() =>
            set([
              ...planned,
              {
                name: planned.length ? `Heads-down ${planned.length + 1}` : "Heads-down",
                days: ["thu"],
                from: "14:00",
                to: "16:00",
              },
            ])
          }
        >
          Plan one
        </Button>
      </div>
    </section>
  );
}
