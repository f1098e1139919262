import Button from "@mui/material/Button";
import Checkbox from "@mui/material/Checkbox";
import FormControlLabel from "@mui/material/FormControlLabel";
import TextField from "@mui/material/TextField";
import { useState } from "react";
import { useBackTimes, useKeepBackTimes, usePutOff } from "../../api/queries";
import { useKey } from "../../parts/keys";

/** Puts a message off, to come back at a moment or with an answer. */
type Given = { ids: number[]; conversation?: number; close: () => void; gone: () => void };

export function BringBack({ ids, conversation = 1, close, gone }: Given) {
  const page = useBackTimes().data;
  const times = page?.choices;
  const mine = page?.own ?? [];
  const [reason, setReason] = useState("");
  const [answered, setAnswered] = useState(false);
  const [together, setTogether] = useState(false);
  const [own, setOwn] = useState({ date: "", time: "09:00" });
  const [name, setName] = useState("");
  const [hours, setHours] = useState(4);
  const put = usePutOff();
  const keep = useKeepBackTimes();
  useKey("close", close);
  const off = (until: string) => {
    gone();
    put.mutate({ messages: ids, until, reason, when_answered: answered, conversation: together });
  };
  return (
    <section className="make-rule" aria-label="Bring back">
      <h2>Put off, and bring back</h2>
      <div className="chips" role="group" aria-label="When">
        {times?.map((choice, index) => (
          <button key={choice.label} type="button" className="chip" autoFocus={index === 0} onClick={() => off(choice.until)}>
            {choice.label} <i>{choice.moment}</i>
          </button>
        ))}
      </div>
      <div className="line">
        or on
        <input
          className="slot-input"
          type="date"
          aria-label="Date"
          value={own.date}
          onChange={(event) => setOwn({ ...own, date: event.target.value })}
        />
        at
        <input
          className="slot-input time"
          type="time"
          aria-label="Time"
          value={own.time}
          onChange={(event) => setOwn({ ...own, time: event.target.value })}
        />
        <Button disabled={!own.date || !own.time} onClick={() => off(`${own.date}T${own.time}`)}>
          Then
        </Button>
      </div>
      <div className="line">
        or in
        <input
          className="slot-input number"
          type="number"
          min={1}
          max={999}
          aria-label="Hours"
          value={hours}
          onChange={(event) => setHours(event.target.valueAsNumber)}
        />
        hours
        <Button disabled={!(hours >= 1)} onClick={() => off(`PT${Math.floor(hours)}H`)}>
          Then
        </Button>
      </div>
      <TextField
        label="Why, for yourself"
        size="small"
        fullWidth
        value={reason}
        onChange={(event) => setReason(event.target.value)}
      />
      <FormControlLabel
        control={<Checkbox size="small" checked={answered} onChange={(_, on) => setAnswered(on)} />}
        label="or as soon as somebody answers, if that is sooner"
      />
      {conversation > 1 && (
        <FormControlLabel
          control={<Checkbox size="small" checked={together} onChange={(_, on) => setTogether(on)} />}
          label={`the whole conversation, ${conversation} messages`}
        />
      )}
      <div className="line">
        <input
          className="slot-input"
          aria-label="Name of a time of your own"
          placeholder="a name for"
          value={name}
          onChange={(event) => setName(event.target.value)}
        />
        every day at {own.time}
        <Button
          variant="text"
          disabled={!name.trim()}
          onClick={() =>
            keep.mutate([...mine.filter((each) => each.name !== name.trim()), { name: name.trim(), days: 0, at: own.time }], {
              onSuccess: () => setName(""),
            })
          }
        >
          Keep this time
        </Button>
        {mine.length > 0 && (
          <Button variant="text" onClick={() => keep.mutate([])}>
            Forget mine
          </Button>
        )}
      </div>
      {put.isError && (
        <p className="error-text" role="alert">
          {put.error.message}
        </p>
      )}
      <div className="make-foot">
        <Button onClick={close}>Cancel</Button>
        <span className="quiet">It leaves the Front, stays in its mailbox, and comes back marked.</span>
      </div>
    </section>
  );
}
