import Button from "@mui/material/Button";
import { useState, type FormEvent } from "react";
import type { Sheet } from "../../api/client";
import { useMakeTask } from "../../api/following";
import { useDay } from "../../api/moment";
import { Fault } from "../../parts/Fault";
import { useKey } from "../../parts/keys";
import ui from "../../parts/page.module.css";
import styles from "../sheet/pane.module.css";
import type { Begin } from "./begin";
import { EMPTY_TASK, TaskFields, taskGiven } from "./TaskFields";

/** A task of the message: the text that is selected, or its subject. */
export function TaskPane({
  sheet,
  words,
  begin,
  close,
}: {
  sheet: Sheet;
  words: () => string;
  begin?: Begin;
  close: () => void;
}) {
  const today = useDay().data?.date;
  const make = useMakeTask();
  const [form, setForm] = useState(() => ({
    ...EMPTY_TASK,
    words: words() || sheet.subject,
    on: begin?.on ?? "",
    at: begin?.at ?? "",
  }));
  useKey("close", close, true, true);
  const submit = (event: FormEvent) => {
    event.preventDefault();
    make.mutate({ ...taskGiven(form), message: sheet.id }, { onSuccess: close });
  };
  return (
    <form className={styles.makeRule} aria-label="Make a task" onSubmit={submit}>
      <h2>Make a task of it</h2>
      <TaskFields form={form} set={(part) => setForm({ ...form, ...part })} today={today} />
      <Fault of={make} />
      <div className={styles.makeFoot}>
        <Button type="submit" variant="contained" disabled={make.isPending}>
          Keep it
        </Button>
        <Button onClick={close}>Cancel</Button>
        <span className={ui.quiet}>The message stays where it is.</span>
      </div>
    </form>
  );
}
