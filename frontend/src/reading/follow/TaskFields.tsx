import TextField from "@mui/material/TextField";
import { Choice } from "../../parts/chips";
import { DateSlot, TimeSlot } from "../../parts/moments";
import { Slot } from "../../parts/Slot";
import styles from "../sheet/pane.module.css";
import type { TaskGiven } from "../../api/following";

const ALERTS = [
  { value: "", label: "no alert" },
  { value: "tap", label: "a tap" },
  { value: "chime", label: "a chime" },
  { value: "call_out", label: "a call-out" },
];

export type TaskForm = { words: string; note: string; on: string; at: string; alert: string };
export const EMPTY_TASK: TaskForm = { words: "", note: "", on: "", at: "", alert: "" };

/** What is sent of what stands in the fields. */
export const taskGiven = ({ words, note, on, at, alert }: TaskForm): TaskGiven => ({
  words,
  note,
  on: on || null,
  at: (on && at) || null,
  alert: ((on && at && alert) || null) as TaskGiven["alert"],
});

const dayFrom = (today: string, days: number) => {
  const date = new Date(`${today}T12:00:00Z`);
  date.setUTCDate(date.getUTCDate() + days);
  return date.toISOString().slice(0, 10);
};

/** Days that are a press away. @param today in the owner's zone */
const near = (today: string) => [
  { label: "today", on: today },
  { label: "tomorrow", on: dayFrom(today, 1) },
  { label: "in a week", on: dayFrom(today, 7) },
  { label: "someday", on: "" },
];

/** What is to be done, when, and how loudly it comes. */
export function TaskFields({
  form,
  set,
  today,
}: {
  form: TaskForm;
  set: (part: Partial<TaskForm>) => void;
  today: string | undefined;
}) {
  return (
    <>
      <TextField
        autoFocus
        label="To do"
        size="small"
        fullWidth
        value={form.words}
        onChange={({ target }) => set({ words: target.value })}
        onFocus={({ target }) => target.select()}
      />
      {today && (
        <div className={styles.chips} role="group" aria-label="Day">
          {near(today).map(({ label, on }) => (
            <Choice key={label} on={form.on === on} press={() => set({ on })}>
              {label}
            </Choice>
          ))}
        </div>
      )}
      <div className={styles.line}>
        on
        <DateSlot label="Day of the task" value={form.on} change={(on) => set({ on })} />
        {form.on && (
          <>
            at
            <TimeSlot label="Time of the task" value={form.at} change={(at) => set({ at })} />
            {form.at && (
              <>
                with
                <Slot label="Alert of the task" value={form.alert} choices={ALERTS} change={(alert) => set({ alert })} />
              </>
            )}
          </>
        )}
      </div>
      <TextField
        label="Note"
        size="small"
        fullWidth
        multiline
        maxRows={5}
        value={form.note}
        onChange={({ target }) => set({ note: target.value })}
      />
    </>
  );
}
