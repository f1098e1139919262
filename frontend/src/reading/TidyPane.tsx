import Button from "@mui/material/Button";
import { useState } from "react";
import { useBackTimes } from "../api/messages";
import { useStatus } from "../api/moment";
import { useRoutines } from "../api/routines";
import { useVocabulary } from "../api/rules";
import { useTidy, useTidyPreview, type Reach, type Tidying, type TidySource } from "../api/tidying";
import { Check } from "../parts/Check";
import { Fault } from "../parts/Fault";
import { DateSlot } from "../parts/moments";
import forms from "../parts/forms.module.css";
import ui from "../parts/page.module.css";
import { Slot } from "../parts/Slot";

const ACTS = [
  { value: "clear", label: "Clear" },
  { value: "read", label: "Mark read" },
  { value: "unread", label: "Mark unread" },
  { value: "flag", label: "Flag" },
  { value: "unflag", label: "Take the flag off" },
  { value: "bring_back", label: "Put off, and bring back" },
  { value: "discard", label: "Discard" },
  { value: "recover", label: "Recover" },
];
const BACK = "bring_back";

/** When what is put off comes back. */
function Until({ until, change }: { until: string; change: (until: string) => void }) {
  const times = useBackTimes().data?.choices ?? [];
  const choices = [
    ...times.map((choice) => ({ value: choice.until, label: `${choice.label}, ${choice.moment}` })),
    ...(until && !times.some((choice) => choice.until === until) ? [{ value: until, label: until.replace("T", " at ") }] : []),
  ];
  return (
    <div className={ui.conditionLine}>
      back
      <Slot label="When it comes back" value={until} choices={choices} change={change} />
      or on
      <DateSlot
        label="Day on which it comes back"
        value={until.slice(0, 10)}
        change={(next) => next && change(`${next}T08:00`)}
      />
      at 08:00
    </div>
  );
}

type Given = {
  source: TidySource;
  holds: string;
  /** what is offered first */
  begin?: string;
  close: () => void;
};

/** One thing done to all that a view holds or a search finds: told first, taken back in one step. */
export function TidyPane({ source, holds, begin = "clear", close }: Given) {
  const [what, setWhat] = useState(begin);
  const [reach, setReach] = useState<Reach>({});
  const times = useBackTimes().data?.choices;
  const [until, setUntil] = useState("");
  const back = until || times?.[0]?.until || "";
  const labels = useVocabulary().data?.labels ?? [];
  const routines = useRoutines().data?.routines ?? [];
  const act: Tidying = what.startsWith("label:")
    ? { label: what.slice(6) }
    : what.startsWith("routine:")
      ? { routine: what.slice(8) }
      : { act: what as Tidying["act"], ...(what === BACK ? { until: back } : {}) };
  const preview = useTidyPreview(source, { ...reach, ...act }).data;
  const tidy = useTidy();
  const going = useStatus().data?.going ?? [];
  const choices = [
    ...ACTS,
    ...labels.map((label) => ({ value: `label:${label}`, label: `Put the label ${label} on` })),
    ...routines.map(({ name }) => ({ value: `routine:${name}`, label: `Do the routine ${name}` })),
  ];
  const verb = choices.find(({ value }) => value === what)?.label ?? "";
  const total = preview?.total ?? 0;
  const all = preview?.of ?? 0;
  const many = `${total.toLocaleString("en")} ${total === 1 ? "message" : "messages"}`;
  const shown = preview?.messages?.length ?? 0;
  const running = going.some(({ step }) => step === tidy.data?.undo_id);
  return (
    <section className={forms.tidy} aria-label="Tidy">
      <div className={ui.conditionLine}>
        <Slot label="What to do" value={what} choices={choices} change={setWhat} />
        <span>
          {total === 0 && all > 0 ? (
            <b>None of the {all.toLocaleString("en")}</b>
          ) : (
            <>
              <b>{many}</b>
              {all === total ? ": all" : ` of the ${all.toLocaleString("en")}`}
            </>
          )}{" "}
          that {holds}
          {reach.before || reach.all_but_newest ? ", of what is said here" : ""}
          {all === total
            ? ", not only what is on the page."
            : total === 0
              ? ": all are so already."
              : "; the others are so already."}
        </span>
      </div>
      {what === BACK && <Until until={back} change={setUntil} />}
      <div className={ui.conditionLine}>
        only what arrived before
        <DateSlot
          label="Arrived before"
          value={reach.before ?? ""}
          change={(next) => setReach({ ...reach, before: next || undefined })}
        />
        <Check
          label="all but the newest of each sender"
          on={reach.all_but_newest === true}
          turn={(on) => setReach({ ...reach, all_but_newest: on || undefined })}
        />
      </div>
      <ul>
        {preview?.messages?.map((row) => (
          <li key={row.id}>
            <b>{row.sender}</b> {row.subject} <time>{row.arrived}</time>
          </li>
        ))}
        {total > shown && <li className={ui.quiet}>and {(total - shown).toLocaleString("en")} more</li>}
      </ul>
      <Fault of={tidy} />
      <div className={ui.rowOf}>
        <Button
          variant="contained"
          disabled={total === 0 || tidy.isPending || running || (what === BACK && !back)}
          onClick={() => tidy.mutate({ ...source, ...reach, ...act })}
        >
          {verb}: {many}
        </Button>
        <Button onClick={close}>Close</Button>
        <span className={ui.quiet}>
          {total === 0
            ? "Nothing here is of that kind; widen what it reaches."
            : what === BACK && !back
              ? "Say first when it comes back."
              : "Undo takes all of it back, now or later from What was done."}
        </span>
      </div>
    </section>
  );
}
