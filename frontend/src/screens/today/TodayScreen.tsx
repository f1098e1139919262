import { DndContext, pointerWithin, useDroppable, type DragEndEvent } from "@dnd-kit/core";
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import { useRef, useState, type FormEvent } from "react";
import { useActOnTasks, useBringInCalendar, useMakeTask, useToday, type Task, type Today } from "../../api/following";
import { Fault } from "../../parts/Fault";
import { FileField } from "../../parts/FileField";
import { KeyCap } from "../../parts/KeyCap";
import { useKey } from "../../parts/keys";
import ui from "../../parts/page.module.css";
import { TableLink } from "../../parts/TableLink";
import { useDragSensors } from "../../parts/useDragSensors";
import { DayBeside } from "./DayBeside";
import { TaskLine } from "./TaskLine";
import { TodayNav } from "./TodayNav";
import styles from "./today.module.css";

type Section = Today["sections"][number];

/** What is to be done on a day; a task is dragged there from another. */
function Day({ section, line }: { section: Section; line: (task: Task, here: boolean) => React.ReactNode }) {
  const takes = section.on !== null || section.key === "someday";
  const { setNodeRef, isOver } = useDroppable({ id: section.key, disabled: !takes });
  return (
    <section
      ref={setNodeRef}
      aria-label={section.title}
      className={isOver ? styles.over : undefined}
      data-over={isOver || undefined}
    >
      <div className={section.tasks.length > 0 ? ui.band : `${ui.band} ${styles.none}`}>
        <h2>{section.title}</h2>
        {section.tasks.length > 0 && <span className={ui.count}>{section.tasks.length}</span>}
      </div>
      {section.tasks.length > 0 && (
        <ul className={styles.tasks}>{section.tasks.map((task) => line(task, section.on !== null))}</ul>
      )}
    </section>
  );
}

/** Something to do that no message asks for. */
function Another() {
  const make = useMakeTask();
  const [words, setWords] = useState("");
  const submit = (event: FormEvent) => {
    event.preventDefault();
    make.mutate({ words }, { onSuccess: () => setWords("") });
  };
  return (
    <form onSubmit={submit} className={ui.rowOf}>
      <TextField
        size="small"
        placeholder="Something else to do"
        value={words}
        onChange={({ target }) => setWords(target.value)}
        slotProps={{ htmlInput: { "aria-label": "Something else to do" } }}
        className={styles.another}
      />
      <Button type="submit" disabled={!words.trim() || make.isPending}>
        Add it
      </Button>
      <Fault of={make} />
    </form>
  );
}

/** What is to be done: overdue, today, on the next days, someday; beside it the day. */
export function TodayScreen() {
  const today = useToday();
  const act = useActOnTasks();
  const bring = useBringInCalendar();
  const sensors = useDragSensors();
  const page = today.data;
  const [open, setOpen] = useState<string>();
  const links = useRef(new Map<string, HTMLElement>());
  const tasks = page?.sections.flatMap((section) => section.tasks) ?? [];
  /** The task that has the focus, or in which something has. */
  const near = () => tasks.find(({ id }) => links.current.get(id)?.contains(document.activeElement));
  const focus = (id: string | undefined) => id !== undefined && links.current.get(id)?.focus();
  const step = (by: number) => {
    const at = tasks.findIndex(({ id }) => id === near()?.id);
    focus(tasks[at < 0 ? 0 : Math.min(Math.max(at + by, 0), tasks.length - 1)]?.id);
  };
  const leave = (task: Task, name: "done" | "undone" | "drop") => {
    const at = tasks.indexOf(task);
    if (name !== "undone") focus((tasks[at + 1] ?? tasks[at - 1])?.id);
    act.mutate({ act: name, tasks: [task.id] });
  };
  useKey("next", () => step(1));
  useKey("previous", () => step(-1));
  useKey("clear", () => {
    const task = near();
    if (task) leave(task, task.done ? "undone" : "done");
  });
  useKey("discard", () => {
    const task = near();
    if (task) leave(task, "drop");
  });
  useKey("bringBack", () => {
    const task = near();
    if (task) setOpen(task.id);
  });
  useKey("close", () => setOpen(undefined), open !== undefined);
  const drop = ({ active, over }: DragEndEvent) => {
    const section = page?.sections.find(({ key }) => key === over?.id);
    const task = tasks.find(({ id }) => id === active.id);
    if (!section || !task || section.tasks.includes(task)) return;
    act.mutate({ act: "move", tasks: [task.id], on: section.on });
  };
  const line = (task: Task, here: boolean) => (
    <TaskLine
      key={task.id}
      task={task}
      here={here}
      today={page!.today}
      open={open === task.id}
      stand={(link) => (link ? links.current.set(task.id, link) : links.current.delete(task.id))}
      turn={(on) => setOpen(on ? task.id : undefined)}
      leave={(name) => leave(task, name)}
    />
  );
  return (
    <div className={`${ui.screen} ${styles.screen}`}>
      <main className={ui.list}>
        <TodayNav />
        {page && (
          <>
            <h1 className={ui.lead}>{page.lead}</h1>
            <p className={`${ui.sub} ${styles.byKeys}`}>
              <KeyCap of="next" /> <KeyCap of="previous" /> go through it, <KeyCap of="open" /> opens a task,{" "}
              <KeyCap of="clear" /> is done, <KeyCap of="discard" /> takes it out. A task is dragged to another day.
            </p>
            <Another />
            <DndContext sensors={sensors} collisionDetection={pointerWithin} onDragEnd={drop}>
              {page.sections.map((section) => (
                <Day key={section.key} section={section} line={line} />
              ))}
            </DndContext>
            <div className={`${ui.rowOf} ${styles.files}`}>
              <Button variant="text" component="a" href="/api/today.ics" download>
                Save as a calendar (.ics)
              </Button>
              <TableLink of="tasks" />
              <FileField
                label="A calendar’s file"
                accept=".ics,text/calendar"
                variant="text"
                take={([file]) => file && bring.mutate(file)}
              >
                Bring in tasks and events (.ics) …
              </FileField>
            </div>
          </>
        )}
        <Fault of={today} />
      </main>
      {page && <DayBeside page={page} />}
    </div>
  );
}
