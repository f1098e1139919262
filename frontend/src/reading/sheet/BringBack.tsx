import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import { useState } from "react";
import { useBackTimes, useKeepBackTimes, usePutOff } from "../../api/messages";
import { Check } from "../../parts/Check";
import { Choice } from "../../parts/chips";
import { Fault } from "../../parts/Fault";
import { DateSlot, NumberSlot, TextSlot, TimeSlot } from "../../parts/fields";
import { useKey } from "../../parts/keys";
import ui from "../../parts/page.module.css";
import styles from "./pane.module.css";

type Given = { ids: number[]; conversation?: number; close: () => void; gone: () => void };

/** Puts messages off, to come back at a moment or with an answer. */
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
    <section className={styles.makeRule} aria-label="Bring back">
      <h2>Put off, and bring back</h2>
      <div className={styles.chips} role="group" aria-label="When">
        {times?.map((choice, index) => (
          <Choice key={choice.label} autoFocus={index === 0} press={() => off(choice.until)} aside={choice.moment}>
            {choice.label}
          </Choice>
        ))}
      </div>
      <div className={styles.line}>
        or on
        <DateSlot label="Date" value={own.date} change={(next) => setOwn({ ...own, date: next })} />
        at
        <TimeSlot label="Time" value={own.time} change={(next) => setOwn({ ...own, time: next })} />
        <Button disabled={!own.date || !own.time} onClick={() => off(`${own.date}T${own.time}`)}>
          Then
        </Button>
      </div>
      <div className={styles.line}>
        or in
        <NumberSlot label="Hours" value={hours} least={1} most={999} change={setHours} />
        hours
        <Button onClick={() => off(`PT${hours}H`)}>Then</Button>
      </div>
      <TextField
        label="Why, for yourself"
        size="small"
        fullWidth
        value={reason}
        onChange={(event) => setReason(event.target.value)}
      />
      <Check label="or as soon as somebody answers, if that is sooner" on={answered} turn={setAnswered} />
      {conversation > 1 && <Check label={`the whole conversation, ${conversation} messages`} on={together} turn={setTogether} />}
      <div className={styles.line}>
        <TextSlot label="Name of a time of your own" value={name} placeholder="a name for" change={setName} />
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
      <Fault of={put} />
      <div className={styles.makeFoot}>
        <Button onClick={close}>Cancel</Button>
        <span className={ui.quiet}>It leaves the Front, stays in its mailbox, and comes back marked.</span>
      </div>
    </section>
  );
}
