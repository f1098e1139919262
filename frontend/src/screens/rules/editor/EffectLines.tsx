import Close from "@mui/icons-material/Close";
import Checkbox from "@mui/material/Checkbox";
import FormControlLabel from "@mui/material/FormControlLabel";
import IconButton from "@mui/material/IconButton";
import { useState, type ReactNode } from "react";
import type { EffectEntry, Trial, Vocabulary } from "../../../api/client";
import { useSaveThing } from "../../../api/queries";
import { Looker, type Option } from "../../../parts/Looker";
import { Slot } from "../../../parts/Slot";
import { DAYS, fits } from "../condition";
import { PRIORITIES, without, type Effects } from "../effects";
import { Adder } from "./Adder";
import { Count, Duration } from "./Duration";
import { Chips } from "./Values";
import { focusAdder, groupAround } from "./focus";

type LineProps<Value> = { value: Value; vocabulary: Vocabulary; change: (next: Value) => void };

const DAY_WORDS = ["Monday", "Tuesday", "Wednesday", "Thursday", "Friday", "Saturday", "Sunday"];
const LABEL_COLOURS = ["#2F6B4F", "#9A4A12", "#55588A", "#8A5200", "#14594A", "#7A2E5D", "#2B5F8A", "#6B5B1E"];
const asWords = (values: string[]) => values.map((value) => ({ value, words: value }));

function Time({ label, value, change }: { label: string; value: string; change: (next: string) => void }) {
  return (
    <input
      className="slot-input time"
      type="time"
      aria-label={label}
      value={value}
      onChange={(event) => event.target.value && change(event.target.value)}
    />
  );
}

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

function TimingLine({ value, vocabulary, change }: LineProps<Timing>) {
  const kind = kindOfTiming(value);
  const until = (value.until ?? {}) as Until;
  const set = (part: Until) => change({ until: { ...until, ...part } });
  return (
    <>
      it
      <Slot
        label="When it surfaces"
        value={kind}
        choices={[
          { value: "now", words: "comes straight in" },
          { value: "next_round", words: "waits for the next round" },
          ...vocabulary.rounds.map((name) => ({ value: `round:${name}`, words: `waits for the ${name} round` })),
          { value: "days", words: "waits until a time of day" },
          { value: "weekday", words: "waits until a day of the week" },
          { value: "after", words: "waits for so long" },
          { value: "off_front", words: "stays off the Front" },
        ]}
        change={(next) => change(next.startsWith("round:") ? { round: next.slice(6) } : FRESH[next]!)}
      />
      {kind === "days" && (
        <>
          <Time label="Time of day" value={until.at!} change={(at) => set({ at })} />
          <Slot
            label="Which day"
            value={String(until.days)}
            choices={[
              { value: "0", words: "the same day" },
              { value: "1", words: "the next day" },
              ...[2, 3, 4, 5, 6, 7, 14, 30].map((days) => ({ value: String(days), words: `${days} days later` })),
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
            choices={DAYS.map((day, index) => ({ value: day, words: DAY_WORDS[index]! }))}
            change={(weekday) => set({ weekday })}
          />
          <Time label="Time of day" value={until.at!} change={(at) => set({ at })} />
        </>
      )}
      {kind === "after" && <Duration label="How long" value={until.after!} change={(after) => set({ after })} />}
    </>
  );
}

type Step = { raise?: number; lower?: number };

function PriorityLine({ value, change }: LineProps<string | Step>) {
  const steps = typeof value === "string" ? undefined : (value.raise ?? value.lower);
  const way = typeof value === "string" ? value : value.raise ? "raise" : "lower";
  return (
    <>
      its priority is
      <Slot
        label="Priority"
        value={way}
        choices={[
          ...PRIORITIES.map((priority) => ({ value: priority, words: priority })),
          { value: "raise", words: "raised by" },
          { value: "lower", words: "lowered by" },
        ]}
        change={(next) => change(next === "raise" || next === "lower" ? { [next]: steps ?? 1 } : next)}
      />
      {steps !== undefined && <Count label="Steps" value={steps} change={(next) => change({ [way]: next })} />}
    </>
  );
}

type Alert = { level: string; text?: string; sound?: string; desktop?: boolean; break_through?: boolean };

function AlertLine({ value, vocabulary, change }: LineProps<"none" | Alert>) {
  const alert = value === "none" ? undefined : value;
  const set = (part: Partial<Alert>) => {
    const next = Object.fromEntries(
      Object.entries({ ...alert, ...part }).filter(([, given]) => given !== undefined && given !== ""),
    );
    change(next as Alert);
  };
  return (
    <>
      it raises
      <Slot
        label="Alert"
        value={alert?.level ?? "none"}
        choices={[
          { value: "tap", words: "a tap" },
          { value: "chime", words: "a chime" },
          { value: "call_out", words: "a call-out" },
          { value: "none", words: "no alert" },
        ]}
        change={(level) => (level === "none" ? change("none") : set({ level }))}
      />
      {alert && (
        <>
          that says
          <input
            className="slot-input long"
            aria-label="What the alert says"
            placeholder="its subject"
            maxLength={500}
            value={alert.text ?? ""}
            onChange={(event) => set({ text: event.target.value })}
          />
          <span className="wordings" role="group" aria-label="Fill in from the message">
            {Object.entries(vocabulary.wordings).map(([name, words]) => (
              <button
                key={name}
                type="button"
                className="chip"
                title={words}
                onClick={() => set({ text: `${alert.text ?? ""}{${name}}` })}
              >
                {`{${name}}`}
              </button>
            ))}
          </span>
          {alert.level !== "tap" && (
            <>
              with the sound
              <Slot
                label="Sound"
                value={alert.sound ?? ""}
                choices={[{ value: "", words: "of its kind" }, ...asWords(vocabulary.sounds)]}
                change={(sound) => set({ sound })}
              />
            </>
          )}
          <FormControlLabel
            control={
              <Checkbox size="small" checked={alert.desktop === true} onChange={(_, on) => set({ desktop: on || undefined })} />
            }
            label="on the desktop too"
          />
          <FormControlLabel
            control={
              <Checkbox
                size="small"
                checked={alert.break_through === true}
                onChange={(_, on) => set({ break_through: on || undefined })}
              />
            }
            label="also through heads-down"
          />
        </>
      )}
    </>
  );
}

/** Names of a kind as chips, chosen by typing. @param make makes one that is not there yet */
function Names({
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
    .map((name) => ({ key: name, words: name }));
  const fresh = typed.trim();
  if (make && fresh && !known.some((name) => name.toLowerCase() === fresh.toLowerCase()))
    options.push({ key: `make ${fresh}`, words: `Make the label “${fresh}”` });
  const take = ({ key }: Option) => {
    if (!key.startsWith("make ")) return change([...value, key]);
    make?.(key.slice(5));
    change([...value, key.slice(5)]);
  };
  return (
    <>
      {value.map((name, index) => (
        <span key={name} className="value">
          {index > 0 && <i>and</i>}
          <button
            type="button"
            className="value-chip"
            onClick={() => change(value.filter((other) => other !== name))}
            aria-label={`Take out ${name}`}
          >
            {name} <Close />
          </button>
        </span>
      ))}
      <Looker
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

function LabelsLine({ value, vocabulary, change }: LineProps<string[]>) {
  const save = useSaveThing();
  const make = (name: string) =>
    save.mutate({
      kind: "labels",
      thing: { name, colour: LABEL_COLOURS[vocabulary.labels.length % LABEL_COLOURS.length]! },
    });
  return (
    <>
      it is labelled
      <Names label="Labels" known={vocabulary.labels} value={value} change={change} make={make} />
      {save.isError && <span className="error-words">{save.error.message}</span>}
    </>
  );
}

function Named({
  words,
  label,
  known,
  value,
  change,
}: {
  words: string;
  label: string;
  known: string[];
  value: string | null;
  change: (next: string) => void;
}) {
  if (known.length === 0) return <span>{words} … but the rulebook holds none yet.</span>;
  return (
    <>
      {words}
      <Slot label={label} value={value ?? ""} choices={[{ value: "", words: "which …" }, ...asWords(known)]} change={change} />
    </>
  );
}

const SWITCHES: Record<string, [string, string]> = {
  keep_at_top: ["kept at top", "not kept at top"],
  flag: ["flagged", "not flagged"],
  mark_read: ["marked read", "left unread"],
  discard: ["discarded: out of every view, recoverable", "not discarded"],
};

function line(topic: string, value: never, vocabulary: Vocabulary, change: (next: unknown) => void): ReactNode {
  const props = { value, vocabulary, change };
  switch (topic) {
    case "timing":
      return <TimingLine {...props} />;
    case "priority":
      return <PriorityLine {...props} />;
    case "alert":
      return <AlertLine {...props} />;
    case "labels":
      return <LabelsLine {...props} />;
    case "mark_words":
      return (
        <>
          these words are marked in it
          <Chips fact="subject" label="Words to mark" values={value} join="and" people={false} change={change} />
        </>
      );
    case "ink":
      return <Named words="it is shown in the ink" label="Ink" known={vocabulary.inks} value={value} change={change} />;
    case "reply":
      return <Named words="it is answered with" label="Answer" known={vocabulary.templates} value={value} change={change} />;
    case "forward":
      return vocabulary.forward_to.length ? (
        <>
          it is forwarded to <Names label="Forward to" known={vocabulary.forward_to} value={value} change={change} />
        </>
      ) : (
        <span>it is forwarded … but the rulebook allows no address yet.</span>
      );
    case "follow_up":
      return (
        <>
          it is to be followed up in
          <Duration label="Follow up in" value={(value as { in: string }).in} change={(span) => change({ in: span })} />
        </>
      );
    default:
      return (
        <>
          it is
          <Slot
            label={topic}
            value={String(value)}
            choices={[
              { value: "true", words: SWITCHES[topic]?.[0] ?? topic },
              { value: "false", words: SWITCHES[topic]?.[1] ?? topic },
            ]}
            change={(next) => change(next === "true")}
          />
        </>
      );
  }
}

/** What a rule says, as lines of its sentence. */
export function EffectLines({
  effects,
  vocabulary,
  trial,
  change,
}: {
  effects: Effects;
  vocabulary: Vocabulary;
  trial: Trial | undefined;
  change: (next: Effects) => void;
}) {
  const begin = ({ topic, value }: EffectEntry) => {
    const first = topic === "timing" && (value as { round?: unknown } | null)?.round === null;
    change({ ...effects, [topic]: first ? { round: vocabulary.rounds[0] ?? "" } : (value ?? null) });
  };
  return (
    <div className="condition-group">
      {Object.entries(effects).map(([topic, value]) => {
        const fault = trial?.faults.find(({ pointer }) => pointer === `/then/${topic}` || pointer.startsWith(`/then/${topic}/`));
        return (
          <div key={topic} className="condition">
            <div className="condition-line">
              {line(topic, value as never, vocabulary, (next) => change({ ...effects, [topic]: next }))}
              <span className="condition-count">
                <IconButton
                  size="small"
                  onClick={(event) => {
                    focusAdder(groupAround(event.currentTarget));
                    change(without(effects, topic));
                  }}
                  aria-label="Take this effect out"
                >
                  <Close fontSize="inherit" />
                </IconButton>
              </span>
            </div>
            {fault && <p className="in-place">{fault.words}</p>}
          </div>
        );
      })}
      {Object.keys(effects).length === 0 && <p className="quiet">Nothing happens yet.</p>}
      <div className="condition-line">
        <Adder
          words="effect"
          placeholder="type what shall happen: alert, label, wait …"
          entries={() => vocabulary.effects.filter(({ topic }) => !(topic in effects))}
          add={begin}
        />
      </div>
    </div>
  );
}
