import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import { useState } from "react";
import { useNavigate } from "react-router";
import type { Row, RuleBody, Starts } from "../../api/client";
import { useStarts } from "../../api/messages";
import { useMakeRule, useDryRun } from "../../api/rules";
import { Choice } from "../../parts/chips";
import { Fault } from "../../parts/Fault";
import { useKey } from "../../parts/keys";
import { OneOf } from "../../parts/OneOf";
import ui from "../../parts/page.module.css";
import { useBeginRule } from "../../rule/beginning";
import { PriorityChoice, TIMINGS, type TimingName } from "../../rule/effects";
import triedStyles from "../../rule/tried.module.css";
import { TriedRow } from "../../rule/TriedRow";
import styles from "./pane.module.css";

type Start = Starts["starts"][number];

const SHALL = (Object.keys(TIMINGS) as TimingName[]).map((value) => ({ value, label: TIMINGS[value].label }));
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
  const begin = useBeginRule();
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
  useKey("close", close, true, true);
  const more = () => {
    begin({ body, message: id });
  };
  return (
    <section className={styles.makeRule} aria-label="Make a rule">
      <h2>Make a rule</h2>
      <div className={styles.line}>
        Mail
        <div className={styles.chips} role="group" aria-label="Which mail">
          {given.starts.map((start, index) => (
            <Choice
              key={index}
              on={chosen.includes(index)}
              press={() => setChosen(toggle(chosen, index, given.starts))}
              aside={start.count}
            >
              {start.label}
            </Choice>
          ))}
        </div>
      </div>
      <p className={`${ui.quiet} ${styles.counted}`}>Each with how many messages of the last 30 days.</p>
      <div className={styles.line}>
        shall
        <OneOf label="When it surfaces" value={timing} choices={SHALL} change={setTiming} />
      </div>
      <div className={styles.line}>
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
        <ol className={triedStyles.tries} aria-label="This message">
          <TriedRow tried={dryRun.first} />
        </ol>
      )}
      {dryRun?.ready && (
        <p className={ui.quiet}>
          Matches {dryRun.matches?.toLocaleString("en")} of the last 30 days’ {dryRun.of.toLocaleString("en")} messages.{" "}
          {dryRun.held ? `${dryRun.held} ` : ""}Read before the other rules.
        </p>
      )}
      <Fault of={make} />
      <div className={styles.makeFoot}>
        <Button variant="contained" disabled={make.isPending} onClick={() => make.mutate({ body }, { onSuccess: close })}>
          Make it
        </Button>
        <Button onClick={close}>Cancel</Button>
        <Button variant="text" onClick={more}>
          Write more of it …
        </Button>
        <Button variant="text" onClick={() => void navigate("/views/new", { state: { when: body.when } })}>
          Keep it as a view
        </Button>
      </div>
    </section>
  );
}

export function MakeRule({ id, close }: { id: number; close: () => void }) {
  const starts = useStarts(id);
  if (starts.isError)
    return (
      <section className={styles.makeRule}>
        <Fault of={starts} />
      </section>
    );
  if (!starts.data) return <section className={styles.makeRule}>Looking at your mail …</section>;
  if (starts.data.starts.length === 0) {
    return (
      <section className={styles.makeRule}>
        <p>This message names no sender and its subject tells nothing, so there is nothing to begin a rule with.</p>
        <Button onClick={close}>Close</Button>
      </section>
    );
  }
  return <Panel id={id} given={starts.data} close={close} />;
}
