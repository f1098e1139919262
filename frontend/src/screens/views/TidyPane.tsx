import Button from "@mui/material/Button";
import Checkbox from "@mui/material/Checkbox";
import FormControlLabel from "@mui/material/FormControlLabel";
import LinearProgress from "@mui/material/LinearProgress";
import { useState } from "react";
import {
  useBackTimes,
  useProgress,
  useTidy,
  useTidyPreview,
  useVocabulary,
  type Reach,
  type Tidying,
  type TidySource,
} from "../../api/queries";
import { Slot } from "../../parts/Slot";

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
    <div className="condition-line">
      back
      <Slot label="When it comes back" value={until} choices={choices} change={change} />
      or on
      <input
        className="slot-input"
        type="date"
        aria-label="Day on which it comes back"
        onChange={(event) => event.target.value && change(`${event.target.value}T08:00`)}
      />
      at 08:00
    </div>
  );
}

/** One thing done to all that a view holds or a search finds: told first, taken back in one step. */
export function TidyPane({ source, holds, close }: { source: TidySource; holds: string; close: () => void }) {
  const [what, setWhat] = useState("clear");
  const [reach, setReach] = useState<Reach>({});
  const times = useBackTimes().data?.choices;
  const [until, setUntil] = useState("");
  const back = until || times?.[0]?.until || "";
  const labels = useVocabulary().data?.labels ?? [];
  const preview = useTidyPreview(source, reach).data;
  const tidy = useTidy();
  const progress = useProgress().data;
  const choices = [...ACTS, ...labels.map((label) => ({ value: `label:${label}`, label: `Put the label ${label} on` }))];
  const verb = choices.find(({ value }) => value === what)?.label ?? "";
  const total = preview?.total ?? 0;
  const many = `${total.toLocaleString("en")} ${total === 1 ? "message" : "messages"}`;
  const shown = preview?.messages?.length ?? 0;
  const running = tidy.data?.running && progress?.step === tidy.data.undo_id && progress!.done < progress!.of;
  const act: Tidying = what.startsWith("label:")
    ? { label: what.slice(6) }
    : { act: what as Tidying["act"], ...(what === BACK ? { until: back } : {}) };
  return (
    <section className="tidy" aria-label="Tidy">
      <div className="condition-line">
        <Slot label="What to do" value={what} choices={choices} change={setWhat} />
        <span>
          <b>{many}</b>: all that {holds}
          {reach.before || reach.all_but_newest ? ", of what is said here" : ""}, not only what is on the page.
        </span>
      </div>
      {what === BACK && <Until until={back} change={setUntil} />}
      <div className="condition-line">
        only what arrived before
        <input
          className="slot-input"
          type="date"
          aria-label="Arrived before"
          value={reach.before ?? ""}
          onChange={(event) => setReach({ ...reach, before: event.target.value || undefined })}
        />
        <FormControlLabel
          control={
            <Checkbox
              size="small"
              checked={reach.all_but_newest === true}
              onChange={(_, on) => setReach({ ...reach, all_but_newest: on || undefined })}
            />
          }
          label="all but the newest of each sender"
        />
      </div>
      <ul>
        {preview?.messages?.map((row) => (
          <li key={row.id}>
            <b>{row.sender}</b> {row.subject} <time>{row.arrived}</time>
          </li>
        ))}
        {total > shown && <li className="quiet">and {(total - shown).toLocaleString("en")} more</li>}
      </ul>
      {running && (
        <div role="status">
          <LinearProgress variant="determinate" value={(progress!.done / progress!.of) * 100} />
          {progress!.done.toLocaleString("en")} of {progress!.of.toLocaleString("en")}
        </div>
      )}
      {tidy.isError && (
        <p className="error-text" role="alert">
          {tidy.error.message}
        </p>
      )}
      <div className="row-of">
        <Button
          variant="contained"
          disabled={total === 0 || tidy.isPending || Boolean(running) || (what === BACK && !back)}
          onClick={() => tidy.mutate({ ...source, ...reach, ...act })}
        >
          {verb}: {many}
        </Button>
        <Button onClick={close}>Close</Button>
        <span className="quiet">Undo takes all of it back, now or later from What was done.</span>
      </div>
    </section>
  );
}
