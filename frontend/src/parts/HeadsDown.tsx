import Button from "@mui/material/Button";
import Dialog from "@mui/material/Dialog";
import TextField from "@mui/material/TextField";
import { useState } from "react";
import type { Status } from "../api/client";
import { useEndHeadsDown, useGoHeadsDown, useHeadsDown } from "../api/queries";
import { KeyCap } from "./KeyCap";
import { useKey } from "./keys";
import "./headsdown.css";

const OWN = -1; // a time of the person's own

function Form({ close }: { close: () => void }) {
  const page = useHeadsDown().data;
  const [chosen, setChosen] = useState(0);
  const [reason, setReason] = useState("");
  const [time, setTime] = useState("");
  const go = useGoHeadsDown();
  if (!page) return <p className="quiet">Opening …</p>;
  const until = chosen === OWN ? time : page.choices[chosen]?.until;
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        if (until) go.mutateAsync({ until, reason }).then(close, () => undefined); // the form is gone by then
      }}
    >
      <div className="heads-choices" role="radiogroup" aria-label="Until when">
        {page.choices.map((choice, index) => (
          <label key={choice.label} className={index === chosen ? "chosen" : ""}>
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
        <label className={chosen === OWN ? "chosen" : ""}>
          <input type="radio" name="until" checked={chosen === OWN} onChange={() => setChosen(OWN)} />
          until
          <input
            className="slot-input time"
            type="time"
            aria-label="A time of day"
            value={time}
            onChange={(event) => {
              setTime(event.target.value);
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
      <p className="quiet">
        {page.through.length
          ? `Alerts of these rules will still reach you: ${page.through.join(", ")}.`
          : "Nothing will reach you meanwhile: no rule has an alert that goes through heads-down."}{" "}
        Everything else comes when it ends.
      </p>
      {page.planned.length > 0 && (
        <p className="quiet">Planned: {page.planned.map(({ name, label }) => `${name}, ${label}`).join("; ")}.</p>
      )}
      {go.isError && (
        <p className="error-text" role="alert">
          {go.error.message}
        </p>
      )}
      <div className="row-of">
        <Button type="submit" variant="contained" disabled={!until || go.isPending}>
          Go heads-down
        </Button>
        <Button onClick={close}>Not now</Button>
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
      <div className="row-of">
        {now.planned ? (
          <span className="quiet">It is planned in your week, and ends by itself.</span>
        ) : (
          <Button variant="contained" onClick={() => void end.mutateAsync().then(close, () => undefined)}>
            End it now
          </Button>
        )}
        <Button onClick={close}>Go on</Button>
      </div>
    </>
  );
}

/** "Not now": one key, until a round or for so long; the whole page shows it quietly. */
export function HeadsDown({ status }: { status: Status }) {
  const [open, setOpen] = useState(false);
  const now = status.heads_down ?? undefined;
  useKey("headsDown", () => setOpen(true));
  return (
    <>
      <Button className={now ? "heads-button down" : "heads-button"} onClick={() => setOpen(true)}>
        {now ? `Heads-down ${now.label} · ${now.left}` : "Heads-down"} <KeyCap of="headsDown" />
      </Button>
      <Dialog open={open} onClose={() => setOpen(false)} aria-labelledby="heads-title">
        <div className="small-form heads">
          <h2 id="heads-title">{now ? "You are heads-down" : "Not now, until …"}</h2>
          {now ? <Running now={now} close={() => setOpen(false)} /> : <Form close={() => setOpen(false)} />}
        </div>
      </Dialog>
    </>
  );
}
