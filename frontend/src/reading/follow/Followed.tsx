import Button from "@mui/material/Button";
import Checkbox from "@mui/material/Checkbox";
import { useNavigate } from "react-router";
import type { Sheet } from "../../api/client";
import { beginNudge, useActOnTasks, useDropAppointment, type SaidMoment } from "../../api/following";
import { usePutOff } from "../../api/messages";
import { Fault } from "../../parts/Fault";
import { KeyCap } from "../../parts/KeyCap";
import { useNotices } from "../../parts/notices";
import ui from "../../parts/page.module.css";
import { useList } from "../order";
import type { Pane } from "../sheet/pane";
import type { Begin } from "./begin";
import styles from "./follow.module.css";
import { InvitationCard } from "./InvitationCard";

type Given = { sheet: Sheet; show: (pane: Pane, begin?: Begin) => void };

/** That an answer is awaited, or might be: what the message asks is only pointed out. */
function Expected({ sheet, show }: Given) {
  const navigate = useNavigate();
  const { fail } = useNotices();
  const row = sheet.awaited;
  const nudge = (id: number) =>
    beginNudge(id).then(
      ({ id: draft }) => void navigate(`/outbox/${draft}`),
      (problem: Error) => fail(problem.message),
    );
  if (row)
    return (
      <div className={row.overdue ? `${styles.line} ${styles.late}` : styles.line}>
        <p>
          {row.state === "open" &&
            (row.overdue
              ? `The answer from ${row.from} is overdue ${row.due}.`
              : `You await an answer from ${row.from} ${row.due}.`)}{" "}
          {row.said}
        </p>
        {row.state === "open" && (
          <>
            <Button variant="text" onClick={() => void nudge(row.id)}>
              Ask again
            </Button>
            <Button variant="text" data-pane="expect" onClick={() => show("expect")}>
              Change <KeyCap of="expect" />
            </Button>
          </>
        )}
      </div>
    );
  if (!sheet.may_expect) return null;
  return (
    <div className={styles.line}>
      {sheet.asks_them.length > 0 && <p className={ui.quiet}>{sheet.asks_them.join(" ")}</p>}
      <Button variant="text" data-pane="expect" onClick={() => show("expect")}>
        Await an answer <KeyCap of="expect" />
      </Button>
    </div>
  );
}

/** What is to be done of the message. */
function Tasks({ sheet }: { sheet: Sheet }) {
  const act = useActOnTasks();
  if (sheet.tasks.length === 0) return null;
  return (
    <ul className={styles.tasks} aria-label="To do of this message">
      {sheet.tasks.map((task) => (
        <li key={task.id} className={task.done ? styles.done : undefined}>
          <Checkbox
            size="small"
            checked={task.done}
            slotProps={{ input: { "aria-label": `Done: ${task.words}` } }}
            onChange={() => act.mutate({ act: task.done ? "undone" : "done", tasks: [task.id] })}
          />
          <span>
            {task.words} <small className={task.overdue ? styles.lateWord : undefined}>{task.when}</small>
            {task.note && <small className={styles.note}>{task.note}</small>}
          </span>
        </li>
      ))}
    </ul>
  );
}

/** A day that the text names, and what can be made of it. */
function Moment({ sheet, moment, show }: Given & { moment: SaidMoment }) {
  const put = usePutOff();
  const list = useList();
  const { before } = moment;
  return (
    <li>
      <span>
        <b>{moment.says}</b> <q className={ui.quiet}>{moment.sentence}</q>
      </span>
      <span className={styles.ways}>
        <Button variant="text" data-pane="task" onClick={() => show("task", moment)}>
          Task
        </Button>
        <Button variant="text" data-pane="event" onClick={() => show("event", moment)}>
          Event
        </Button>
        {before && sheet.stands !== "mailbox" && !sheet.discarded && (
          <Button
            variant="text"
            aria-label={`Put off until the day before, ${before.says}`}
            onClick={() => {
              list?.leaving([sheet.id]);
              put.mutate({ messages: [sheet.id], until: before.until });
            }}
          >
            Put off until the day before
          </Button>
        )}
      </span>
      <Fault of={put} />
    </li>
  );
}

function Appointments({ sheet }: { sheet: Sheet }) {
  const drop = useDropAppointment();
  return sheet.appointments.map(({ id, title, when }) => (
    <div key={id} className={styles.line}>
      <p>
        In your calendar: {title}, {when}.
      </p>
      <Button variant="text" component="a" href={`/api/appointments/${id}.ics`} download>
        As a file
      </Button>
      <Button variant="text" onClick={() => drop.mutate(id)}>
        Take out
      </Button>
    </div>
  ));
}

/** What follows from the message: the answer to it, what is to be done, the days that it names, the invitation in it. */
export function Followed({ sheet, show }: Given) {
  return (
    <>
      <Expected sheet={sheet} show={show} />
      {sheet.calendar && <InvitationCard key={sheet.id} message={sheet.id} />}
      <Tasks sheet={sheet} />
      <Appointments sheet={sheet} />
      {sheet.moments.length > 0 && (
        <details className={styles.moments}>
          <summary>
            {sheet.moments.length === 1 ? `It names ${sheet.moments[0]!.says}` : `It names ${sheet.moments.length} days`}
          </summary>
          <ul>
            {sheet.moments.map((moment) => (
              <Moment key={moment.says} sheet={sheet} moment={moment} show={show} />
            ))}
          </ul>
        </details>
      )}
    </>
  );
}
