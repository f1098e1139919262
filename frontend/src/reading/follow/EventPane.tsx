import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import { useState, type FormEvent } from "react";
import type { Sheet } from "../../api/client";
import { useMakeAppointment } from "../../api/following";
import { Fault } from "../../parts/Fault";
import { useKey } from "../../parts/keys";
import { DateSlot, TimeSlot } from "../../parts/moments";
import ui from "../../parts/page.module.css";
import styles from "../sheet/pane.module.css";
import type { Begin } from "./begin";

/** An event of one's own, of a date that the message names. */
export function EventPane({ sheet, begin, close }: { sheet: Sheet; begin?: Begin; close: () => void }) {
  const make = useMakeAppointment();
  const [form, setForm] = useState({
    title: sheet.subject,
    place: "",
    on: begin?.on ?? "",
    at: begin?.at ?? "",
    until: begin?.until ?? "",
  });
  const set = (part: Partial<typeof form>) => setForm({ ...form, ...part });
  useKey("close", close, true, true);
  const submit = (event: FormEvent) => {
    event.preventDefault();
    const { title, place, on, at, until } = form;
    make.mutate({ title, place, on, at: at || null, until: (at && until) || null, message: sheet.id }, { onSuccess: close });
  };
  return (
    <form className={styles.makeRule} aria-label="Make an event" onSubmit={submit}>
      <h2>Into your calendar</h2>
      <TextField
        autoFocus
        label="Event"
        size="small"
        fullWidth
        value={form.title}
        onChange={({ target }) => set({ title: target.value })}
      />
      <div className={styles.line}>
        on
        <DateSlot label="Day of the event" value={form.on} change={(on) => set({ on })} />
        from
        <TimeSlot label="Begins" value={form.at} change={(at) => set({ at })} />
        {form.at && (
          <>
            to
            <TimeSlot label="Ends" value={form.until} change={(until) => set({ until })} />
          </>
        )}
      </div>
      <TextField
        label="Place"
        size="small"
        fullWidth
        value={form.place}
        onChange={({ target }) => set({ place: target.value })}
      />
      <Fault of={make} />
      <div className={styles.makeFoot}>
        <Button type="submit" variant="contained" disabled={make.isPending || !form.on}>
          Keep it
        </Button>
        <Button onClick={close}>Cancel</Button>
        <span className={ui.quiet}>
          {form.at ? "Without an end it lasts an hour." : "Without a time it is of the whole day."}
        </span>
      </div>
    </form>
  );
}
