import { useDraggable } from "@dnd-kit/core";
import { CSS } from "@dnd-kit/utilities";
import DragIndicator from "@mui/icons-material/DragIndicator";
import Button from "@mui/material/Button";
import Checkbox from "@mui/material/Checkbox";
import IconButton from "@mui/material/IconButton";
import { useState, type FormEvent } from "react";
import { Link } from "react-router";
import { useChangeTask, type Task } from "../../api/following";
import { Fault } from "../../parts/Fault";
import ui from "../../parts/page.module.css";
import { TaskFields, taskGiven, type TaskForm } from "../../reading/follow/TaskFields";
import styles from "./today.module.css";

type Given = {
  task: Task;
  today: string;
  open: boolean;
  /** whether it stands under its day, which need not be said again */
  here: boolean;
  /** where the task can be opened; nothing when it is gone */
  stand: (link: HTMLElement | null) => void;
  turn: (open: boolean) => void;
  leave: (act: "done" | "undone" | "drop") => void;
};

const formOf = ({ words, note, on, at, alert }: Task): TaskForm => ({
  words,
  note,
  on: on ?? "",
  at: at ?? "",
  alert: alert ?? "",
});

function Edit({ task, today, close, remove }: { task: Task; today: string; close: () => void; remove: () => void }) {
  const change = useChangeTask();
  const [form, setForm] = useState(() => formOf(task));
  const [was] = useState(() => taskGiven(formOf(task))); // what another page has changed meanwhile stays
  const submit = (event: FormEvent) => {
    event.preventDefault();
    const fields = Object.entries(taskGiven(form)).filter(([key, value]) => was[key as keyof typeof was] !== value);
    change.mutate({ id: task.id, ...Object.fromEntries(fields) }, { onSuccess: close });
  };
  return (
    <form className={styles.edit} aria-label={`Change: ${task.words}`} onSubmit={submit}>
      <TaskFields form={form} set={(part) => setForm({ ...form, ...part })} today={today} />
      <Fault of={change} />
      <div className={ui.rowOf}>
        <Button type="submit" variant="contained" disabled={change.isPending}>
          Keep it
        </Button>
        <Button onClick={close}>Cancel</Button>
        <Button variant="text" onClick={remove}>
          Take it out
        </Button>
      </div>
    </form>
  );
}

const LOUD = { tap: "with a tap", chime: "with a chime", call_out: "with a call-out" } as const;

/** One thing to do, to be ticked, dragged to another day, or opened and changed. */
export function TaskLine({ task, today, open, here, stand, turn, leave }: Given) {
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, isDragging } = useDraggable({
    id: task.id,
    disabled: task.done,
  });
  return (
    <li
      ref={(node) => {
        setNodeRef(node);
        if (!node) stand(null);
      }}
      style={{ transform: CSS.Translate.toString(transform) }}
      className={`${task.done ? styles.done : ""} ${isDragging ? styles.dragged : ""}`}
    >
      <div className={styles.task}>
        <IconButton
          size="small"
          ref={setActivatorNodeRef}
          {...attributes}
          {...listeners}
          tabIndex={-1}
          aria-label={`Drag to another day: ${task.words}`}
          className={styles.handle}
        >
          <DragIndicator fontSize="inherit" />
        </IconButton>
        <Checkbox
          size="small"
          checked={task.done}
          slotProps={{ input: { "aria-label": `Done: ${task.words}` } }}
          onChange={() => leave(task.done ? "undone" : "done")}
        />
        <button type="button" ref={stand} className={styles.words} aria-expanded={open} onClick={() => turn(!open)}>
          {task.words}
          {task.note && <small>{task.note}</small>}
        </button>
        {task.message && (
          <Link to={`/find/${task.message.id}`} className={styles.of} title={task.message.subject}>
            {task.message.sender}
          </Link>
        )}
        {task.rule && <span className={styles.rule}>by {task.rule}</span>}
        <time className={task.overdue ? styles.late : undefined}>
          {here ? task.at : task.when}
          {task.alert && <small> {LOUD[task.alert]}</small>}
        </time>
      </div>
      {open && <Edit task={task} today={today} close={() => turn(false)} remove={() => leave("drop")} />}
    </li>
  );
}
