import { useState } from "react";
import type { Vocabulary } from "../../../api/client";
import conditionStyles from "../../../condition/condition.module.css";
import { Duration } from "../../../condition/Duration";
import { fits } from "../../../condition/tree";
import { Check } from "../../../parts/Check";
import { Choice, DAYS, Given } from "../../../parts/chips";
import { Combobox, type Option } from "../../../parts/Combobox";
import { TextSlot, NumberSlot } from "../../../parts/fields";
import { TimeSlot } from "../../../parts/moments";
import { fold } from "../../../parts/fold";
import { Slot } from "../../../parts/Slot";
import { Tip } from "../../../parts/Tip";
import { PRIORITIES } from "../../../rule/effects";
import styles from "./effects.module.css";

/** The fields of effects, by their shape: what they ask for follows from the vocabulary. */

export type FieldProps<Value> = { value: Value; vocabulary: Vocabulary; change: (next: Value) => void };

const DAY_NAMES = ["Monday", "Tuesday", "Wednesday", "Thursday", "Friday", "Saturday", "Sunday"];
export type Choice = { value: string; label: string };
export const asChoices = (values: string[]) => values.map((value) => ({ value, label: value }));

type Timing = Record<string, unknown>;
type Until = { days?: number; weekday?: string; at?: string; after?: string };

function kindOfTiming(timing: Timing): string {
  if ("round" in timing) return `round:${timing.round as string}`;
  if (!("until" in timing)) return Object.keys(timing)[0] ?? "now";
  const until = timing.until as Until;
  return until.after ? "after" : until.weekday ? "weekday" : "days";
}

const FRESH: Record<string, Timing> = {
  now: { now: true },
  next_round: { next_round: true },
  off_front: { off_front: true },
  days: { until: { days: 1, at: "09:00" } },
  weekday: { until: { weekday: "fri", at: "15:00" } },
  after: { until: { after: "PT2H" } },
};

export function TimingField({ value, vocabulary, change }: FieldProps<Timing>) {
  const kind = kindOfTiming(value);
  const until = (value.until ?? {}) as Until;
  const set = (part: Until) => change({ until: { ...until, ...part } });
  return (
    <>
      <Slot
        label="When it surfaces"
        value={kind}
        choices={[
          { value: "now", label: "comes straight in" },
          { value: "next_round", label: "waits for the next round" },
          ...vocabulary.rounds.map((name) => ({ value: `round:${name}`, label: `waits for the ${name} round` })),
          { value: "days", label: "waits until a time of day" },
          { value: "weekday", label: "waits until a day of the week" },
          { value: "after", label: "waits for so long" },
          { value: "off_front", label: "stays off the Front" },
        ]}
        change={(next) => change(next.startsWith("round:") ? { round: next.slice(6) } : FRESH[next]!)}
      />
      {kind === "days" && (
        <>
          <TimeSlot label="Time of day" value={until.at!} change={(at) => set({ at })} />
          <Slot
            label="Which day"
            value={String(until.days)}
            choices={[
              { value: "0", label: "the same day" },
              { value: "1", label: "the next day" },
              ...[2, 3, 4, 5, 6, 7, 14, 30].map((days) => ({ value: String(days), label: `${days} days later` })),
            ]}
            change={(days) => set({ days: Number(days) })}
          />
        </>
      )}
      {kind === "weekday" && (
        <>
          <Slot
            label="Day of the week"
            value={until.weekday!}
            choices={DAYS.map((day, index) => ({ value: day, label: DAY_NAMES[index]! }))}
            change={(weekday) => set({ weekday })}
          />
          <TimeSlot label="Time of day" value={until.at!} change={(at) => set({ at })} />
        </>
      )}
      {kind === "after" && <Duration label="How long" value={until.after!} change={(after) => set({ after })} />}
    </>
  );
}

type Step = { raise?: number; lower?: number };

export function PriorityField({ value, change }: FieldProps<string | Step>) {
  const steps = typeof value === "string" ? undefined : (value.raise ?? value.lower);
  const way = typeof value === "string" ? value : value.raise ? "raise" : "lower";
  return (
    <>
      <Slot
        label="Priority"
        value={way}
        choices={[
          ...PRIORITIES.map((priority) => ({ value: priority, label: priority })),
          { value: "raise", label: "raised by" },
          { value: "lower", label: "lowered by" },
        ]}
        change={(next) => change(next === "raise" || next === "lower" ? { [next]: steps ?? 1 } : next)}
      />
      {steps !== undefined && (
        <NumberSlot label="Steps" value={steps} least={1} most={3} change={(next) => change({ [way]: next })} />
      )}
    </>
  );
}

type Alert = { level: string; text?: string; sound?: string; desktop?: boolean; break_through?: boolean };

export function AlertField({ value, vocabulary, choices, change }: FieldProps<"none" | Alert> & { choices: Choice[] }) {
  const alert = value === "none" ? undefined : value;
  const set = (part: Partial<Alert>) => {
    const next = Object.fromEntries(
      Object.entries({ ...alert, ...part }).filter(([, given]) => given !== undefined && given !== ""),
    );
    change(next as Alert);
  };
  return (
    <>
      <Slot
        label="Alert"
        value={alert?.level ?? "none"}
        choices={choices}
        change={(level) => (level === "none" ? change("none") : set({ level }))}
      />
      {alert && (
        <>
          that says
          <TextSlot
            label="What the alert says"
            value={alert.text ?? ""}
            placeholder="its subject"
            most={500}
            width="long"
            change={(next) => set({ text: next })}
          />
          <span className={styles.wordings} role="group" aria-label="Fill in from the message">
            {Object.entries(vocabulary.wordings).map(([name, label]) => (
              <Tip key={name} says={label}>
                <span>
                  <Choice press={() => set({ text: `${alert.text ?? ""}{${name}}` })}>{`{${name}}`}</Choice>
                </span>
              </Tip>
            ))}
          </span>
          {alert.level !== "tap" && (
            <>
              with the sound
              <Slot
                label="Sound"
                value={alert.sound ?? ""}
                choices={[{ value: "", label: "of its kind" }, ...asChoices(vocabulary.sounds)]}
                change={(sound) => set({ sound })}
              />
            </>
          )}
          <Check label="on the desktop too" on={alert.desktop === true} turn={(on) => set({ desktop: on || undefined })} />
          <Check
            label="also through heads-down"
            on={alert.break_through === true}
            turn={(on) => set({ break_through: on || undefined })}
          />
        </>
      )}
    </>
  );
}

/** Names of a kind as chips, chosen by typing. @param make makes one that is not there yet */
export function NamesField({
  label,
  known,
  value,
  change,
  make,
}: {
  label: string;
  known: string[];
  value: string[];
  change: (next: string[]) => void;
  make?: (name: string) => void;
}) {
  const [typed, setTyped] = useState("");
  const options: Option[] = known
    .filter((name) => !value.includes(name) && fits(typed, name))
    .map((name) => ({ key: name, label: name }));
  const fresh = typed.trim();
  if (make && fresh && !known.some((name) => fold(name) === fold(fresh)))
    options.push({ key: `make ${fresh}`, label: `Make the label “${fresh}”` });
  const take = ({ key }: Option) => {
    if (!key.startsWith("make ")) return change([...value, key]);
    make?.(key.slice(5));
    change([...value, key.slice(5)]);
  };
  return (
    <>
      {value.map((name, index) => (
        <span key={name} className={conditionStyles.value}>
          {index > 0 && <i>and</i>}
          <Given takeOut={() => change(value.filter((other) => other !== name))}>{name}</Given>
        </span>
      ))}
      <Combobox
        label={label}
        placeholder={value.length ? "+ another" : "which …"}
        options={options}
        typed={typed}
        type={setTyped}
        take={take}
      />
    </>
  );
}

/** One name of a kind that the rulebook holds. */
export function NameField({
  label,
  known,
  value,
  change,
}: {
  label: string;
  known: string[];
  value: string | null;
  change: (next: string) => void;
}) {
  return (
    <Slot label={label} value={value ?? ""} choices={[{ value: "", label: "which …" }, ...asChoices(known)]} change={change} />
  );
}

/** On, or off. */
export function SwitchField({
  label,
  choices,
  value,
  change,
}: {
  label: string;
  choices: Choice[];
  value: boolean;
  change: (next: boolean) => void;
}) {
  return <Slot label={label} value={String(value)} choices={choices} change={(next) => change(next === "true")} />;
}
