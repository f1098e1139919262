import Button from "@mui/material/Button";
import Checkbox from "@mui/material/Checkbox";
import FormControlLabel from "@mui/material/FormControlLabel";
import LinearProgress from "@mui/material/LinearProgress";
import ToggleButton from "@mui/material/ToggleButton";
import ToggleButtonGroup from "@mui/material/ToggleButtonGroup";
import { useState } from "react";
import { useApplication, useApply, useProgress } from "../../../api/queries";
import { TriedRow } from "./TryPane";

const PERIODS = { "30": "30 days", "90": "90 days", all: "all mail" };

function Progress({ step }: { step: number }) {
  const progress = useProgress().data;
  const own = progress?.step === step ? progress : undefined;
  const done = own && own.done >= own.of;
  return (
    <div className="progress" role="status">
      <p>{!own ? "Beginning …" : done ? `All ${own.of} are done.` : `${own.done} of ${own.of} done`}</p>
      <LinearProgress variant="determinate" value={own ? (own.done / own.of) * 100 : 0} aria-label="How far it is" />
    </div>
  );
}

/** Applying a rule to mail already here: what would change, by kind and message by message, for all or some. */
export function ApplyPane({ id, close }: { id: number; close: () => void }) {
  const [period, setPeriod] = useState<keyof typeof PERIODS>("30");
  const days = period === "all" ? undefined : Number(period);
  const preview = useApplication(id, days);
  const [left, setLeft] = useState<string[]>([]);
  const [chosen, setChosen] = useState<number[]>();
  const apply = useApply();
  const page = preview.data;
  const topics = page?.kinds.map(({ topic }) => topic).filter((topic) => !left.includes(topic)) ?? [];
  const turn = (message: number) => {
    const now = chosen ?? page!.messages.map(({ id: each }) => each);
    setChosen(now.includes(message) ? now.filter((each) => each !== message) : [...now, message]);
  };
  const running = apply.data && "running" in apply.data && apply.data.running ? apply.data.undo_id : undefined;
  const count = chosen ? chosen.length : (page?.count ?? 0);
  return (
    <aside className="sheet try" aria-label="Apply to mail already here">
      <div className="sheet-scroll">
        <div className="try-head">
          <h2>Apply to mail already here</h2>
          <ToggleButtonGroup
            exclusive
            value={period}
            onChange={(_, next: keyof typeof PERIODS | null) => {
              if (!next) return;
              setPeriod(next);
              setChosen(undefined);
            }}
            aria-label="How far back"
          >
            {Object.entries(PERIODS).map(([key, label]) => (
              <ToggleButton key={key} value={key}>
                {label}
              </ToggleButton>
            ))}
          </ToggleButtonGroup>
        </div>
        <p className="sub">
          How messages look, their marks, and whether they stay on the Front. Nothing is sent, nothing alerts, what you cleared
          stays cleared. One undo takes all of it back, now or later.
        </p>
        {page && page.count === 0 && <p className="quiet">Nothing would change: the mail of this time is as the rule has it.</p>}
        {page && page.count > 0 && (
          <>
            <div role="group" aria-label="Kinds of change" className="kinds">
              {page.kinds.map(({ topic, label, count: of }) => (
                <FormControlLabel
                  key={topic}
                  control={
                    <Checkbox
                      size="small"
                      checked={!left.includes(topic)}
                      onChange={(_, on) => setLeft(on ? left.filter((each) => each !== topic) : [...left, topic])}
                    />
                  }
                  label={
                    <>
                      {label} <i>{of.toLocaleString("en")}</i>
                    </>
                  }
                />
              ))}
            </div>
            <ol className="tries choosing">
              {page.messages.map((tried) => (
                <li key={tried.id}>
                  <Checkbox
                    size="small"
                    checked={chosen ? chosen.includes(tried.id) : true}
                    onChange={() => turn(tried.id)}
                    slotProps={{ input: { "aria-label": `${tried.sender}: ${tried.subject}` } }}
                  />
                  <ol>
                    <TriedRow tried={tried} />
                  </ol>
                </li>
              ))}
            </ol>
            {page.count > page.messages.length && (
              <p className="quiet">
                These are the newest {page.messages.length} of {page.count.toLocaleString("en")}.{" "}
                {chosen ? "Only the ticked ones are changed." : "All of them are changed, unless you untick one."}
              </p>
            )}
          </>
        )}
        {preview.isError && <p className="error-text">{preview.error.message}</p>}
        {apply.isError && (
          <p className="error-text" role="alert">
            {apply.error.message}
          </p>
        )}
        {running && <Progress step={running} />}
      </div>
      <div className="sheet-foot">
        <Button
          variant="contained"
          disabled={!page || count === 0 || topics.length === 0 || apply.isPending}
          onClick={() => apply.mutate({ id, days, topics, ...(chosen ? { messages: chosen } : {}) })}
        >
          Apply to {count.toLocaleString("en")} {count === 1 ? "message" : "messages"}
        </Button>
        <Button onClick={close}>Close</Button>
      </div>
    </aside>
  );
}
