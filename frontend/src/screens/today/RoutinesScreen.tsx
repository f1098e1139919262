import Button from "@mui/material/Button";
import { useState } from "react";
import { bodyOf, useDropRoutine, useRecentActs, useRoutines, type RoutineBody } from "../../api/routines";
import { Fault } from "../../parts/Fault";
import { KeyCap } from "../../parts/KeyCap";
import ui from "../../parts/page.module.css";
import { RoutineForm } from "./RoutineForm";
import { TodayNav } from "./TodayNav";
import styles from "./today.module.css";

type Writing = { body: RoutineBody; was?: string };
type Recent = NonNullable<ReturnType<typeof useRecentActs>["data"]>;

/** Of what was done last one can be made: the last one, the last two, and so on. */
function OfRecent({ recent, begin }: { recent: Recent; begin: (body: RoutineBody) => void }) {
  const fit = recent.filter(({ fits }) => fits);
  if (fit.length === 0) return null;
  return (
    <section aria-label="What you did last">
      <div className={ui.band}>
        <h2>What you did last</h2>
      </div>
      <ol className={styles.recent}>
        {recent.map((each, at) => (
          <li key={each.id} className={ui.rowOf}>
            <span className={each.fits ? undefined : ui.quiet}>
              {each.said}
              {!each.fits && " (no routine does that)"}
            </span>
            {each.fits && (
              <Button variant="text" onClick={() => begin({ ...bodyOf(each), name: "" })}>
                {at === 0 ? "Keep this as a routine" : `Keep the last ${at + 1} as a routine`}
              </Button>
            )}
          </li>
        ))}
      </ol>
    </section>
  );
}

/** Several acts under one name and one key. */
export function RoutinesScreen() {
  const routines = useRoutines();
  const recent = useRecentActs().data;
  const drop = useDropRoutine();
  const [writing, setWriting] = useState<Writing>();
  const page = routines.data;
  return (
    <div className={ui.screen}>
      <main className={`${ui.list} ${ui.rulesList}`}>
        <TodayNav />
        <h1 className={ui.lead}>Routines</h1>
        <p className={ui.sub}>
          Several acts under one name, done to a message by its letter, to those that are chosen <KeyCap of="routine" />, or by
          Tidy to all that a view shows. One undo takes all of it back.
        </p>
        {page && page.routines.length === 0 && !writing && (
          <p className={ui.quiet}>There is none yet. Make one of what you do to every invoice.</p>
        )}
        <ul className={styles.awaited}>
          {page?.routines.map((routine) => (
            <li key={routine.name}>
              <header>
                <b>{routine.name}</b>
                {routine.key && <kbd>{routine.key.toUpperCase()}</kbd>}
              </header>
              <p>{routine.says.charAt(0).toUpperCase() + routine.says.slice(1)}.</p>
              <div className={ui.rowOf}>
                <Button
                  variant="text"
                  aria-label={`Change the routine ${routine.name}`}
                  onClick={() => setWriting({ body: bodyOf(routine), was: routine.name })}
                >
                  Change
                </Button>
                <Button
                  variant="text"
                  aria-label={`Take out the routine ${routine.name}`}
                  onClick={() => drop.mutate(routine.name)}
                >
                  Take out
                </Button>
              </div>
              {writing?.was === routine.name && (
                <RoutineForm key={routine.name} {...writing} close={() => setWriting(undefined)} />
              )}
            </li>
          ))}
        </ul>
        {writing && writing.was === undefined ? (
          <RoutineForm {...writing} close={() => setWriting(undefined)} />
        ) : (
          <Button variant="contained" onClick={() => setWriting({ body: { name: "" } })}>
            Make a routine
          </Button>
        )}
        {recent && !writing && <OfRecent recent={recent} begin={(body) => setWriting({ body })} />}
        <Fault of={routines} />
      </main>
    </div>
  );
}
