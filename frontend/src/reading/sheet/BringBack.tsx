import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import { useState } from "react";
import { useBackTimes, usePutOff } from "../../api/messages";
import { Check } from "../../parts/Check";
import { Choice } from "../../parts/chips";
import { Fault } from "../../parts/Fault";
import { NumberSlot } from "../../parts/fields";
import { useKey } from "../../parts/keys";
import { DateSlot, TimeSlot } from "../../parts/moments";
import ui from "../../parts/page.module.css";
import { OwnTimes } from "./OwnTimes";
import styles from "./pane.module.css";

type Given = { ids: number[]; conversation?: number; close: () => void; gone: () => void };

/** Puts messages off, to come back at a moment or with an answer: why, if one likes, and then when. */
export function BringBack({ ids, conversation = 1, close, gone }: Given) {
  const times = useBackTimes().data?.choices;
  const [reason, setReason] = useState("");
  const [answered, setAnswered] = useState(false);
  const [together, setTogether] = useState(false);
  const [own, setOwn] = useState({ date: "", time: "09:00" });
  const [hours, setHours] = useState(4);
  const put = usePutOff();
  useKey("close", close, true, true);
  const off = (until: string) => {
    gone();
    put.mutate({ messages: ids, until, reason, when_answered: answered, conversation: together });
  };
  return (
    <section className={styles.makeRule} aria-label="Bring back">
      <h2>Put off, and bring back</h2>
      <TextField
        autoFocus
        label="Why, for yourself"
        size="small"
        fullWidth
        value={reason}
        onChange={(event) => setReason(event.target.value)}
      />
      <Check label="back sooner if somebody answers" on={answered} turn={setAnswered} />
      {conversation > 1 && <Check label={`the whole conversation, ${conversation} messages`} on={together} turn={setTogether} />}
      <div className={styles.chips} role="group" aria-label="When">
        {times?.map((choice) => (
          <Choice key={choice.label} press={() => off(choice.until)} aside={choice.moment}>
            {choice.label}
          </Choice>
        ))}
      </div>
      <div className={styles.line}>
        or on
        <DateSlot label="Date" value={own.date} change={(next) => setOwn({ ...own, date: next })} />
        at
        <TimeSlot label="Time" value={own.time} change={(next) => setOwn({ ...own, time: next })} />
        <Button disabled={!own.date} onClick={() => off(`${own.date}T${own.time}`)}>
          Then
        </Button>
      </div>
      <div className={styles.line}>
        or in
        <NumberSlot label="Hours" value={hours} least={1} most={999} change={setHours} />
        hours
        <Button onClick={() => off(`PT${hours}H`)}>Then</Button>
      </div>
      <OwnTimes />
      <Fault of={put} />
      <div className={styles.makeFoot}>
        <Button onClick={close}>Cancel</Button>
        <span className={ui.quiet}>It leaves the Front, stays in its mailbox, and comes back marked.</span>
      </div>
    </section>
  );
}
