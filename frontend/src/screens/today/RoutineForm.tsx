import Button from "@mui/material/Button";
import { useState, type FormEvent } from "react";
import { useVocabulary } from "../../api/rules";
import { useRoutinePreview, useSaveRoutine, type RoutineBody } from "../../api/routines";
import { Check } from "../../parts/Check";
import { Choice } from "../../parts/chips";
import { Fault } from "../../parts/Fault";
import { NumberSlot, TextSlot } from "../../parts/fields";
import { useKeyMap } from "../../parts/keys";
import { TimeSlot } from "../../parts/moments";
import ui from "../../parts/page.module.css";
import { Slot } from "../../parts/Slot";
import { useSettled } from "../../parts/useSettled";
import styles from "./today.module.css";

type Effects = NonNullable<RoutineBody["then"]>;
type Away = "stays" | "clear" | "put_off_days" | "put_off_at" | "discard";

const NONE = { value: "", label: "as it is" };
const PRIORITIES = ["top", "high", "normal", "low"].map((level) => ({ value: level, label: level }));
const AWAY: { value: Away; label: string }[] = [
  { value: "stays", label: "it stays where it is" },
  { value: "clear", label: "it is cleared" },
  { value: "put_off_days", label: "it is put off for some days" },
  { value: "put_off_at", label: "it is put off until a time of day" },
  { value: "discard", label: "it is discarded" },
];
const named = (names: string[]) => names.map((name) => ({ value: name, label: name }));
const SETTLES_MS = 300;

const awayOf = ({ clear, put_off, then }: RoutineBody): Away => {
  if (clear) return "clear";
  if (then?.discard) return "discard";
  if (!put_off) return "stays";
  return "at" in put_off ? "put_off_at" : "put_off_days";
};
/** Without what says nothing. */
const said = (body: RoutineBody): RoutineBody => {
  const then = Object.fromEntries(
    Object.entries(body.then ?? {}).filter(([, value]) => (Array.isArray(value) ? value.length > 0 : value)),
  ) as Effects;
  const whole = { ...body, then: Object.keys(then).length > 0 ? then : undefined };
  return Object.fromEntries(Object.entries(whole).filter(([, value]) => value !== undefined && value !== false)) as RoutineBody;
};

/** A routine as it is written: what it does, told in a sentence. */
export function RoutineForm({ body, was, close }: { body: RoutineBody; was?: string; close: () => void }) {
  const [form, setForm] = useState(body);
  const save = useSaveRoutine();
  const known = useVocabulary().data;
  const keys = useKeyMap();
  const set = (part: Partial<RoutineBody>) => setForm({ ...form, ...part });
  const then = form.then ?? {};
  const effect = (part: Partial<Effects>) => set({ then: { ...then, ...part } });
  const settled = useSettled(form, SETTLES_MS);
  const preview = useRoutinePreview({ ...said(settled), name: settled.name.trim() || "It" });
  const labels = then.labels ?? [];
  const away = awayOf(form);
  const setAway = (next: Away) =>
    setForm({
      ...form,
      clear: next === "clear" || undefined,
      put_off: next === "put_off_days" ? { in: "P1D" } : next === "put_off_at" ? { at: "08:00" } : undefined,
      then: { ...then, discard: next === "discard" || undefined },
    });
  const taken = form.key !== undefined && keys.isTaken(form.key);
  const submit = (event: FormEvent) => {
    event.preventDefault();
    save.mutate({ body: { ...said(form), name: form.name.trim() }, was }, { onSuccess: close });
  };
  const days = (text: string | undefined) => Number(/^P(\d+)D$/.exec(text ?? "")?.[1] ?? 1);
  return (
    <form className={`${ui.boxed} ${styles.form}`} aria-label={was ? `Change ${was}` : "A new routine"} onSubmit={submit}>
      <div className={ui.conditionLine}>
        Called
        <TextSlot
          label="Name of the routine"
          value={form.name}
          change={(name) => set({ name })}
          autoFocus
          most={100}
          width="long"
        />
        with the letter
        <TextSlot
          label="Letter of the routine"
          width="number"
          value={form.key ?? ""}
          change={(key) => set({ key: key.slice(-1).toLowerCase() || undefined })}
        />
        {taken && <span className={ui.inPlace}>That key does something else already; choose another.</span>}
      </div>
      <div className={ui.conditionLine} role="group" aria-label="Labels">
        labelled
        {known?.labels.map((name) => (
          <Choice
            key={name}
            on={labels.includes(name)}
            press={() => effect({ labels: labels.includes(name) ? labels.filter((each) => each !== name) : [...labels, name] })}
          >
            {name}
          </Choice>
        ))}
      </div>
      <div className={ui.conditionLine}>
        its priority
        <Slot
          label="Priority"
          value={typeof then.priority === "string" ? then.priority : ""}
          choices={[NONE, ...PRIORITIES]}
          change={(priority) => effect({ priority: priority || undefined })}
        />
        its ink
        <Slot
          label="Ink"
          value={then.ink ?? ""}
          choices={[NONE, ...named(known?.inks ?? [])]}
          change={(ink) => effect({ ink: ink || undefined })}
        />
      </div>
      <div className={ui.conditionLine}>
        <Check label="flagged" on={then.flag === true} turn={(flag) => effect({ flag: flag || undefined })} />
        <Check label="kept at top" on={then.keep_at_top === true} turn={(on) => effect({ keep_at_top: on || undefined })} />
        <Check label="marked read" on={then.mark_read === true} turn={(on) => effect({ mark_read: on || undefined })} />
      </div>
      <div className={ui.conditionLine}>
        answered with
        <Slot
          label="Template of the answer"
          value={then.reply ?? ""}
          choices={[{ value: "", label: "nothing" }, ...named(known?.templates ?? [])]}
          change={(reply) => effect({ reply: reply || undefined })}
        />
        forwarded to
        <Slot
          label="Forwarded to"
          value={then.forward?.[0] ?? ""}
          choices={[{ value: "", label: "nobody" }, ...named(known?.forward_to ?? [])]}
          change={(address) => effect({ forward: address ? [address] : undefined })}
        />
      </div>
      <div className={ui.conditionLine}>
        <Check
          label="followed up"
          on={then.follow_up !== undefined}
          turn={(on) => effect({ follow_up: on ? { in: "P2D" } : undefined })}
        />
        {then.follow_up && (
          <>
            in
            <NumberSlot
              label="Days until the follow-up"
              value={days(then.follow_up.in)}
              least={1}
              most={366}
              change={(count) => effect({ follow_up: { in: `P${count}D` } })}
            />
            days
          </>
        )}
        <Check
          label="a task"
          on={form.task !== undefined}
          turn={(on) => set({ task: on ? { words: "{subject}", in_days: 1 } : undefined })}
        />
        {form.task && (
          <>
            <TextSlot
              label="Words of the task"
              width="long"
              value={form.task.words}
              change={(words) => set({ task: { ...form.task!, words } })}
            />
            in
            <NumberSlot
              label="Days until the task"
              value={form.task.in_days ?? 0}
              most={366}
              change={(in_days) => set({ task: { ...form.task!, in_days } })}
            />
            days
          </>
        )}
      </div>
      <div className={ui.conditionLine}>
        then
        <Slot label="Where it goes" value={away} choices={AWAY} change={(next) => setAway(next as Away)} />
        {form.put_off && "in" in form.put_off && (
          <>
            <NumberSlot
              label="Days that it is put off"
              value={days(form.put_off.in)}
              least={1}
              most={366}
              change={(count) => set({ put_off: { in: `P${count}D` } })}
            />
            days
          </>
        )}
        {form.put_off && "at" in form.put_off && (
          <TimeSlot label="Time at which it comes back" value={form.put_off.at} change={(at) => at && set({ put_off: { at } })} />
        )}
        <Check label="and the next message is opened" on={form.next === true} turn={(next) => set({ next: next || undefined })} />
      </div>
      <p className={ui.quiet} role="status">
        {preview.data ? `It does this: ${preview.data.says}.` : preview.error?.message}
      </p>
      <Fault of={save} />
      <div className={ui.rowOf}>
        <Button type="submit" variant="contained" disabled={save.isPending || !form.name.trim() || taken}>
          Keep it
        </Button>
        <Button onClick={close}>Cancel</Button>
      </div>
    </form>
  );
}
