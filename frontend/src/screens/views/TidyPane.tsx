import Button from "@mui/material/Button";
import Checkbox from "@mui/material/Checkbox";
import FormControlLabel from "@mui/material/FormControlLabel";
import LinearProgress from "@mui/material/LinearProgress";
import { useState } from "react";
import type { SavedView } from "../../api/client";
import { useProgress, useTidy, useTidyPreview, useVocabulary, type Tidying } from "../../api/queries";
import { Slot } from "../../parts/Slot";

const ACTS = [
  { value: "clear", words: "Clear" },
  { value: "read", words: "Mark read" },
  { value: "flag", words: "Flag" },
  { value: "discard", words: "Discard" },
  { value: "recover", words: "Recover" },
];

/** One thing done to all that a view holds: told first, taken back in one step. */
export function TidyPane({ view, close }: { view: SavedView; close: () => void }) {
  const [what, setWhat] = useState("clear");
  const [reach, setReach] = useState<Pick<Tidying, "older_than_days" | "all_but_newest">>({});
  const labels = useVocabulary().data?.labels ?? [];
  const preview = useTidyPreview(view.id, reach).data;
  const tidy = useTidy();
  const progress = useProgress().data;
  const choices = [...ACTS, ...labels.map((label) => ({ value: `label:${label}`, words: `Put the label ${label} on` }))];
  const verb = choices.find(({ value }) => value === what)?.words ?? "";
  const total = preview?.total ?? 0;
  const running = tidy.data?.running && progress?.step === tidy.data.undo_id && progress!.done < progress!.of;
  const go = () =>
    tidy.mutate({
      id: view.id,
      ...reach,
      ...(what.startsWith("label:") ? { label: what.slice(6) } : { act: what as Tidying["act"] }),
    });
  return (
    <section className="tidy" aria-label="Tidy">
      <div className="condition-line">
        <Slot label="What to do" value={what} choices={choices} change={setWhat} />
        <span>
          <b>{total.toLocaleString("en")}</b> {total === 1 ? "message" : "messages"}: all that the view holds
          {reach.older_than_days || reach.all_but_newest ? " of what is said here" : ""}, not only what is on the page.
        </span>
      </div>
      <div className="condition-line">
        <FormControlLabel
          control={
            <Checkbox
              size="small"
              checked={Boolean(reach.older_than_days)}
              onChange={(_, on) => setReach({ ...reach, older_than_days: on ? 30 : undefined })}
            />
          }
          label="only what is older than"
        />
        <input
          className="slot-input number"
          type="number"
          min={1}
          aria-label="Days"
          disabled={!reach.older_than_days}
          value={reach.older_than_days ?? 30}
          onChange={(event) => {
            const days = event.target.valueAsNumber;
            if (days >= 1) setReach({ ...reach, older_than_days: days });
          }}
        />
        days
        <FormControlLabel
          control={
            <Checkbox
              size="small"
              checked={reach.all_but_newest === true}
              onChange={(_, on) => setReach({ ...reach, all_but_newest: on })}
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
        {total > (preview?.messages?.length ?? 0) && (
          <li className="quiet">and {(total - (preview?.messages?.length ?? 0)).toLocaleString("en")} more</li>
        )}
      </ul>
      {running && (
        <div role="status">
          <LinearProgress variant="determinate" value={(progress!.done / progress!.of) * 100} />
          {progress!.done.toLocaleString("en")} of {progress!.of.toLocaleString("en")}
        </div>
      )}
      {tidy.isError && (
        <p className="error-words" role="alert">
          {tidy.error.message}
        </p>
      )}
      <div className="row-of">
        <Button variant="contained" disabled={total === 0 || tidy.isPending || Boolean(running)} onClick={go}>
          {verb}: {total.toLocaleString("en")} {total === 1 ? "message" : "messages"}
        </Button>
        <Button onClick={close}>Close</Button>
        <span className="quiet">Undo takes all of it back, now or later from What was done.</span>
      </div>
    </section>
  );
}
