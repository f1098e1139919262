import Button from "@mui/material/Button";
import { useEffect, useState } from "react";
import type { Week } from "../../api/client";
import { useSaveWeek, useWeek, useWeekDays, useWeekDryRun, type Renamed } from "../../api/plan";
import { Fault } from "../../parts/Fault";
import { useKey } from "../../parts/keys";
import ui from "../../parts/page.module.css";
import { StillHere } from "../../parts/StillHere";
import { useUnsaved } from "../../parts/useUnsaved";
import { CalendarAddress } from "./CalendarAddress";
import { DaysOff } from "./DaysOff";
import { Figures, span, Waits } from "./Figures";
import { Grid } from "./Grid";
import { LetThrough } from "./LetThrough";
import { Panel } from "./Panel";
import { addRound, addWindow, withRound, withWindow, type Pick, type Plan, type Reach } from "./plan";
import { Planned } from "./Planned";
import styles from "./side.module.css";
import weekStyles from "./week.module.css";
import { TurnedList } from "../../rule/TurnedList";
import { Worst } from "./Worst";
import { WeekBar } from "./WeekBar";
import { ZoneChoice } from "./ZoneChoice";

const SETTLES_MS = 80; // a drag asks while it goes, but not at every pixel

/** What is drawn and not saved, and on which week. */
type Drawn = { plan: Plan; renamed: Renamed[]; revision: Week["revision"] };
const NONE: Renamed[] = [];

const daysLater = (date: string, days: number): string => {
  const day = new Date(`${date}T00:00:00Z`);
  day.setUTCDate(day.getUTCDate() + days);
  return day.toISOString().slice(0, 10);
};

type Asked = { plan: Plan; renamed: Renamed[] } | undefined;

function useSettled(plan: Plan | undefined, renamed: Renamed[]): Asked {
  const [settled, setSettled] = useState<Asked>();
  useEffect(() => {
    const timer = setTimeout(() => setSettled(plan && { plan, renamed }), SETTLES_MS);
    return () => clearTimeout(timer);
  }, [plan, renamed]);
  return settled;
}

/** Plans to start from, each with what it would have done to the person's own last four weeks. */
function Starts({ week, take }: { week: Week; take: (plan: Plan) => void }) {
  return (
    <ul className={styles.weekStarts}>
      {week.starts.map((start) => (
        <li key={start.key}>
          <h3>{start.title}</h3>
          <p>{start.text}</p>
          {start.figures && (
            <>
              <p className={ui.quiet}>
                {start.figures.interruptions} moments a day interrupt you, {week.without.interruptions} without a plan;{" "}
                {span(start.figures.undisturbed)} undisturbed.
              </p>
              <Waits wait={start.figures.wait} />
            </>
          )}
          {start.loses.length > 0 && (
            <p className={ui.inPlace}>It lacks what {start.loses.join(", ")} names; change that first.</p>
          )}
          <Button onClick={() => take(start.plan)}>Begin with this one</Button>
        </li>
      ))}
    </ul>
  );
}

function Drawing({ week }: { week: Week }) {
  const unsaved = useUnsaved<Drawn>("week");
  const drawn = unsaved.written?.revision === week.revision ? unsaved.written : undefined; // drawn on another week, it is no more of use
  const plan = drawn?.plan;
  const renamed = drawn?.renamed ?? NONE;
  const draw = (next: Plan, names: Renamed[] = renamed) => unsaved.put({ plan: next, renamed: names, revision: week.revision });
  const setPlan = (next: Plan) => draw(next);
  const [picked, setPicked] = useState<Pick>();
  const [reach, setReach] = useState<Reach>("all");
  const [focus, setFocus] = useState<{ at: Pick }>();
  const [away, setAway] = useState(0);
  const others = useWeekDays(away === 0 ? undefined : daysLater(week.days[0]!.date, away * 7)).data?.days;
  const days = away === 0 ? week.days : (others ?? []);
  const day = (days.find(({ today }) => today) ?? days[0])?.day ?? "mon";
  const added = (next: Plan, at: Pick) => {
    setPlan(next);
    setPicked(at);
    setFocus({ at });
  };
  const [choosing, setChoosing] = useState(false);
  const shown = plan ?? week.plan;
  const dryRun = useWeekDryRun(useSettled(plan, renamed)).data;
  const save = useSaveWeek();
  const figures = (plan && dryRun?.figures) || week.figures;
  const rename = (name: string) => {
    if (!picked) return;
    const was = shown[picked.kind][picked.index]!.name;
    const known = renamed.find((each) => each.kind === picked.kind && each.name === was);
    draw(picked.kind === "windows" ? withWindow(shown, picked.index, { name }) : withRound(shown, picked.index, { name }), [
      ...renamed.filter((each) => each !== known),
      { kind: picked.kind, was: known?.was ?? was, name },
    ]);
  };
  const back = () => {
    unsaved.put(undefined);
    setPicked(undefined);
    save.reset();
  };
  const names = [...week.plan.windows, ...week.plan.rounds].map(({ name }) => name);
  const send = () =>
    save.mutate(
      { plan: shown, revision: week.revision, renamed: renamed.filter(({ was }) => names.includes(was)) },
      { onSuccess: back },
    );
  const ready = plan !== undefined && !save.isPending && !dryRun?.faults.length;
  useKey("save", () => void (ready && send()), true, true);
  return (
    <>
      <main className={`${ui.list} ${weekStyles.week}`}>
        <h1 className={ui.lead}>Your week</h1>
        <p className={ui.sub}>
          Mail that arrives in a hatched window waits for the next round, or for the window’s end. The grey bars show when mail
          usually arrives. Draw a window on a day; drag its edges, or a round’s post. Arrow keys move what has the focus, with
          Shift its end, with Ctrl a copy to the next day.
        </p>
        <WeekBar
          {...{ days, away, reach, setReach }}
          go={setAway}
          addWindow={() => added(addWindow(shown, day, 9 * 60, 10 * 60), { kind: "windows", index: shown.windows.length, day })}
          addRound={() => added(addRound(shown, [day], 12 * 60), { kind: "rounds", index: shown.rounds.length, day })}
        />
        {drawn && unsaved.found && <StillHere letGo={back} />}
        <Grid
          plan={shown}
          {...{ week, days, picked, reach, focus }}
          pick={setPicked}
          setFocus={(at) => setFocus({ at })}
          change={setPlan}
        />
      </main>
      <aside className={`${ui.sheet} ${ui.try}`} aria-label="What this plan does">
        <div className={ui.sheetScroll}>
          {picked && (
            <Panel plan={shown} week={week} picked={picked} reach={reach} change={setPlan} pick={setPicked} rename={rename} />
          )}
          <h2>What this plan does</h2>
          <p className={ui.sub}>On your own mail of the last four weeks.</p>
          {dryRun?.faults.map((fault) => (
            <p key={fault.pointer + fault.message} className={ui.inPlace} role="alert">
              {fault.message}
            </p>
          ))}
          <Figures figures={figures} was={week.figures} without={week.without} />
          <Worst worst={(plan && dryRun?.worst) || week.worst} />
          {plan && dryRun && <TurnedList rows={dryRun.turned} />}
          {plan && dryRun?.held && (
            <p className={ui.hint} role="status">
              When you save: {dryRun.held}
            </p>
          )}
          <LetThrough />
          <DaysOff plan={shown} week={week} change={setPlan} />
          <Planned plan={shown} change={setPlan} />
          <ZoneChoice key={week.zone} week={week} />
          <CalendarAddress />
          <h2>Begin from another plan</h2>
          {choosing ? (
            <Starts
              week={week}
              take={(next) => {
                setPlan(next);
                setPicked(undefined);
              }}
            />
          ) : (
            <Button onClick={() => setChoosing(true)}>Show three to start from</Button>
          )}
          <Fault of={save} />
        </div>
        <div className={ui.sheetFoot}>
          <Button variant="contained" disabled={!ready} onClick={send}>
            Save the week
          </Button>
          <Button disabled={!plan} onClick={back}>
            As it was
          </Button>
          <span className={ui.quiet}>
            {!plan
              ? "Nothing is drawn that is not saved."
              : dryRun?.faults.length
                ? "It cannot be saved so; why stands above."
                : ""}
          </span>
        </div>
      </aside>
    </>
  );
}

/** The week's plan, drawn. */
export function WeekScreen() {
  const week = useWeek();
  return (
    <div className={`${ui.screen} ${styles.weekScreen}`}>
      {week.data ? (
        <Drawing week={week.data} />
      ) : (
        <p className={ui.waiting}>{week.isError ? week.error.message : "Looking at your mail …"}</p>
      )}
    </div>
  );
}
