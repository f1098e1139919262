import Button from "@mui/material/Button";
import Dialog from "@mui/material/Dialog";
import TextField from "@mui/material/TextField";
import { useState } from "react";
import type { Status } from "../api/client";
import { useEndHeadsDown, useGoHeadsDown, useHeadsDown } from "../api/plan";
import { Fault } from "../parts/Fault";
import { TimeSlot } from "../parts/moments";
import forms from "../parts/forms.module.css";
import ui from "../parts/page.module.css";
import styles from "./heads.module.css";

const OWN = -1; // a time of the person's own

function Form({ close }: { close: () => void }) {
  const page = useHeadsDown().data;
  const [chosen, setChosen] = useState(0);
  const [reason, setReason] = useState("");
  const [time, setTime] = useState("");
  const go = useGoHeadsDown();
  if (!page) return <p className={ui.quiet}>Opening …</p>;
  const until = chosen === OWN ? time : page.choices[chosen]?.until;
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        if (until) go.mutateAsync({ until, reason }).then(close, () => undefined); // the form is gone by then
      }}
    >
      <div className={styles.headsChoices} role="radiogroup" aria-label="Until when">
        {page.choices.map((choice, index) => (
          <label key={choice.label} className={index === chosen ? styles.chosen : ""}>
            <input
              type="radio"
              name="until"
              checked={index === chosen}
              onChange={() => setChosen(index)}
              autoFocus={index === 0}
            />
            {choice.label}
          </label>
        ))}
        <label className={chosen === OWN ? styles.chosen : ""}>
          <input type="radio" name="until" checked={chosen === OWN} onChange={() => setChosen(OWN)} />
          until
          <TimeSlot
            label="A time of day"
            value={time}
            change={(next) => {
              setTime(next);
              setChosen(OWN);
            }}
          />
        </label>
      </div>
      <TextField
        label="What for, if you like"
        size="small"
        fullWidth
        value={reason}
        onChange={(event) => setReason(event.target.value)}
      />
      <p className={ui.quiet}>
        {page.through.length
          ? `Alerts of these rules will still reach you: ${page.through.join(", ")}.`
          : "Nothing will reach you meanwhile: no rule has an alert that goes through heads-down."}{" "}
        Everything else comes when it ends.
      </p>
      {page.planned.length > 0 && (
        <p className={ui.quiet}>Planned: {page.planned.map(({ name, label }) => `${name}, ${label}`).join("; ")}.</p>
      )}
      <Fault of={go} />
      <div className={ui.rowOf}>
        <Button type="submit" variant="contained" disabled={!until || go.isPending}>
          Go heads-down
        </Button>
        <Button onClick={close}>Stay reachable</Button>
      </div>
    </form>
  );
}

function Running({ now, close }: { now: NonNullable<Status["heads_down"]>; close: () => void }) {
  const end = useEndHeadsDown();
  return (
    <>
      <p>
        Heads-down {now.label}, {now.left} left{now.reason ? `: ${now.reason}` : ""}.{" "}
        {now.waiting === 0
          ? "Nothing waits for its end so far."
          : `${now.waiting} ${now.waiting === 1 ? "message waits" : "messages wait"} for its end.`}
      </p>
      <div className={ui.rowOf}>
        <Button variant="contained" onClick={() => void end.mutateAsync().then(close, () => undefined)}>
          End it now
        </Button>
        <Button onClick={close}>Go on</Button>
      </div>
      {now.planned && <p className={ui.quiet}>It is planned in your week; ended now, it is there again the next time.</p>}
    </>
  );
}

export function HeadsDownDialog({ status, close }: { status: Status; close: () => void }) {
  const now = status.heads_down ?? undefined;
  return (
    <Dialog open onClose={close} aria-labelledby="heads-title">
      <div className={`${forms.smallForm} ${styles.heads}`}>
        <h2 id="heads-title">{now ? "You are heads-down" : "Heads-down, until …"}</h2>
        {now ? <Running now={now} close={close} /> : <Form close={close} />}
      </div>
    </Dialog>
  );
}
