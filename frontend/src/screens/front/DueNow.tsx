import Button from "@mui/material/Button";
import Checkbox from "@mui/material/Checkbox";
import { Link } from "react-router";
import type { AwaitedRow, Task } from "../../api/following";
import { useActOnTasks } from "../../api/following";
import ui from "../../parts/page.module.css";
import styles from "./due.module.css";

/** The tasks whose moment has come, and the answers that are overdue where that is wished. */
export function DueNow({ tasks, awaited }: { tasks: Task[]; awaited: AwaitedRow[] }) {
  const act = useActOnTasks();
  return (
    <>
      {tasks.length > 0 && (
        <section aria-label="To do now">
          <div className={ui.band}>
            <h2>
              <Link to="/today">To do now</Link>
            </h2>
            <span className={ui.count}>{tasks.length}</span>
          </div>
          <ul className={styles.due}>
            {tasks.map((task) => (
              <li key={task.id}>
                <Checkbox
                  size="small"
                  checked={false}
                  slotProps={{ input: { "aria-label": `Done: ${task.words}` } }}
                  onChange={() => act.mutate({ act: "done", tasks: [task.id] })}
                />
                <span className={styles.what}>
                  <b>{task.words}</b>
                  {task.message && (
                    <>
                      {" "}
                      <Link to={`/front/${task.message.id}`}>{task.message.sender}</Link>
                    </>
                  )}
                </span>
                <time className={task.overdue ? styles.late : undefined}>{task.when}</time>
              </li>
            ))}
          </ul>
        </section>
      )}
      {awaited.length > 0 && (
        <section aria-label="Overdue answers">
          <div className={ui.band}>
            <h2>
              <Link to="/today/awaited">Overdue answers</Link>
            </h2>
            <span className={ui.count}>{awaited.length}</span>
          </div>
          <ul className={styles.due}>
            {awaited.map((row) => (
              <li key={row.id}>
                <span className={styles.what}>
                  <b>{row.from}</b> {row.message ? <Link to={`/find/${row.message}`}>{row.subject}</Link> : row.subject}
                </span>
                <time className={styles.late}>{row.due}</time>
                <Button variant="text" component={Link} to="/today/awaited" aria-label={`See it: ${row.subject}`}>
                  See it
                </Button>
              </li>
            ))}
          </ul>
        </section>
      )}
    </>
  );
}
