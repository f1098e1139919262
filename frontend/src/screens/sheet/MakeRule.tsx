import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import ToggleButton from "@mui/material/ToggleButton";
import ToggleButtonGroup from "@mui/material/ToggleButtonGroup";
import { useState } from "react";
import { useNavigate } from "react-router";
import type { Row, RuleBody, Starts } from "../../api/client";
import { useMakeRule, useStarts, useDryRun } from "../../api/queries";
import { useKey } from "../../parts/keys";
import { PriorityChoice, TIMINGS, type TimingName } from "../rules/effects";
import { TriedRow } from "../rules/editor/TryPane";
import { beginWith } from "../rules/editor/useDraft";

type Start = Starts["starts"][number];

const PEOPLE = ["sender", "domain", "conversation"];

/** Those who write exclude each other; a list and words add up with them. */
function toggle(chosen: number[], index: number, starts: Start[]): number[] {
  if (chosen.includes(index)) return chosen.length > 1 ? chosen.filter((at) => at !== index) : chosen;
  const people = PEOPLE.includes(starts[index]!.kind);
  return [...chosen.filter((at) => !people || !PEOPLE.includes(starts[at]!.kind)), index];
}

function nameFor(starts: Start[]): string {
  const label = starts.map((start) => start.label).join(", ");
  return `Mail ${label}`.slice(0, 120);
}

/** A rule from the message in front: prefilled, counted, and made with one more click. */
function Panel({ id, given, close }: { id: number; given: Starts; close: () => void }) {
  const [chosen, setChosen] = useState([0]);
  const [timing, setTiming] = useState<TimingName>("now");
  const [priority, setPriority] = useState<Row["priority"] | "">("");
  const [name, setName] = useState<string>();
  const navigate = useNavigate();
  const make = useMakeRule();
  const starts = chosen.map((index) => given.starts[index]!);
  const body: RuleBody = {
    name: name ?? nameFor(starts),
    when: { all: starts.map((start) => start.condition) } as never,
    then: { timing: TIMINGS[timing].value, ...(priority ? { priority } : {}) } as never,
  };
  const dryRun = useDryRun({ body, days: 30, message: id }).data;
  const clash = dryRun?.faults.find(({ pointer }) => pointer === "/name")?.message;
  useKey("close", close);
  const more = () => {
    beginWith({ body, message: id });
    navigate("/rules/new");
  };
  return (
    <section className="make-rule" aria-label="Make a rule">
      <h2>Make a rule</h2>
      <div className="line">
        Mail
        <div className="chips" role="group" aria-label="Which mail">
          {given.starts.map((start, index) => (
            <button
              key={index}
              className="chip"
              aria-pressed={chosen.includes(index)}
              onClick={() => setChosen(toggle(chosen, index, given.starts))}
            >
              {start.label} <i>{start.count}</i>
            </button>
          ))}
        </div>
      </div>
      <div className="line">
        shall
        <ToggleButtonGroup
          exclusive
          value={timing}
          onChange={(_, next: TimingName | null) => next && setTiming(next)}
          aria-label="When it surfaces"
        >
          {(Object.keys(TIMINGS) as TimingName[]).map((key) => (
            <ToggleButton key={key} value={key}>
              {TIMINGS[key].label}
            </ToggleButton>
          ))}
        </ToggleButtonGroup>
      </div>
      <div className="line">
        with <PriorityChoice value={priority} change={setPriority} /> priority
      </div>
      <TextField
        label="Name of the rule"
        size="small"
        fullWidth
        error={Boolean(clash)}
        helperText={clash}
        value={name ?? nameFor(starts)}
        onChange={(event) => setName(event.target.value)}
      />
      {dryRun?.first && (
        <ol className="tries" aria-label="This message">
          <TriedRow tried={dryRun.first} />
        </ol>
      )}
      {dryRun?.ready && (
        <p className="quiet">
          Matches {dryRun.matches?.toLocaleString("en")} of the last 30 days’ {dryRun.of.toLocaleString("en")} messages.{" "}
          {dryRun.held ? `${dryRun.held} ` : ""}Read before the other rules.
        </p>
      )}
      {make.isError && (
        <p className="error-text" role="alert">
          {make.error.message}
        </p>
      )}
      <div className="make-foot">
        <Button variant="contained" disabled={make.isPending} onClick={() => make.mutate({ body }, { onSuccess: close })}>
          Make it
        </Button>
        <Button onClick={close}>Cancel</Button>
        <Button variant="text" onClick={more}>
          Write more of it …
        </Button>
      </div>
    </section>
  );
}

export function MakeRule({ id, close }: { id: number; close: () => void }) {
  const starts = useStarts(id);
  if (starts.isError) return <p className="make-rule error-text">{starts.error.message}</p>;
  if (!starts.data) return <section className="make-rule">Looking at your mail …</section>;
  if (starts.data.starts.length === 0) {
    return (
      <section className="make-rule">
        <p>This message names no sender and its subject tells nothing, so there is nothing to begin a rule with.</p>
        <Button onClick={close}>Close</Button>
      </section>
    );
  }
  return <Panel id={id} given={starts.data} close={close} />;
}
