import { Suspense, useState } from "react";
import { useNavigate } from "react-router";
import type { Day } from "../api/client";
import { useDay } from "../api/moment";
import { lazily } from "../look/lazily";
import styles from "./day.module.css";

const RoundPanel = lazily("RoundPanel", () => import("./RoundPanel"));

const clockface = (minute: number) =>
  `${String(Math.floor(minute / 60)).padStart(2, "0")}:${String(minute % 60).padStart(2, "0")}`;

const postWords = ({ time, count, done }: Day["rounds"][number]) =>
  count > 0 ? `${time} · ${count}${done ? "" : " held"}` : time;

function Track({ day, openRound }: { day: Day; openRound: (at: string, anchor: HTMLElement) => void }) {
  const navigate = useNavigate();
  const first = day.first_hour * 60;
  const span = day.last_hour * 60 - first;
  const y = (minute: number) => `${((Math.min(Math.max(minute, first), first + span) - first) / span) * 100}%`;
  const height = (from: number, to: number) => `calc(${y(to)} - ${y(from)})`;
  const windows = day.windows.filter(({ from, to }) => to > first && from < first + span);
  // an hour that would stand behind the time that it is now is left out
  const hours = Array.from({ length: day.last_hour - day.first_hour + 1 }, (_, index) => day.first_hour + index).filter(
    (hour) => Math.abs(hour * 60 - day.now) > span / 40,
  );
  return (
    <div className={styles.hours}>
      {hours.map((hour) => (
        <span key={hour} className={styles.hour} style={{ top: y(hour * 60) }} aria-hidden>
          {clockface(hour * 60)}
        </span>
      ))}
      <div className={styles.openDay} aria-hidden />
      {windows.map(({ name, from, to }) => (
        <button
          key={`${name}-${from}`}
          className={styles.window}
          style={{ top: y(from), height: height(from, to) }}
          onClick={() => navigate("/held")}
          aria-label={`${name} window, ${clockface(from)} to ${clockface(to)}: look at what is held`}
        />
      ))}
      <div className={styles.ticks} aria-hidden>
        {day.arrivals
          .filter(({ minute }) => minute >= first)
          .map(({ id, minute, priority, held }) => (
            <i key={id} className={held || priority === "low" ? "" : styles[priority]} style={{ top: y(minute) }} />
          ))}
      </div>
      {day.rounds
        .filter(({ minute }) => minute >= first && minute <= first + span)
        .map((round) => (
          <button
            key={round.at}
            className={round.done ? `${styles.post} ${styles.done}` : styles.post}
            style={{ top: y(round.minute) }}
            onClick={(event) => openRound(round.at, event.currentTarget)}
            aria-label={`${postWords(round)}: what the round ${round.done ? "brought" : "will bring"}`}
          >
            <span>{postWords(round)}</span>
          </button>
        ))}
      <div className={styles.now} style={{ top: y(day.now) }}>
        <span>{day.now_label}</span>
      </div>
    </div>
  );
}

/** The same day lying along the top of a narrow screen, to be looked at. */
function Strip({ day }: { day: Day }) {
  const first = day.first_hour * 60;
  const span = day.last_hour * 60 - first;
  const x = (minute: number) => `${((Math.min(Math.max(minute, first), first + span) - first) / span) * 100}%`;
  return (
    <div className={styles.strip} aria-hidden>
      {day.windows.map(({ name, from, to }) => (
        <i
          key={`${name}-${from}`}
          className={styles.stripWindow}
          style={{ left: x(from), width: `calc(${x(to)} - ${x(from)})` }}
        />
      ))}
      {day.rounds.map(({ at, minute, done }) => (
        <i key={at} className={done ? `${styles.stripPost} ${styles.done}` : styles.stripPost} style={{ left: x(minute) }} />
      ))}
      <i className={styles.stripNow} style={{ left: x(day.now) }} />
    </div>
  );
}

/** A slim timeline of today: hatched where mail is held, a post for each round, a tick for each arrival. */
export function DayColumn() {
  const day = useDay().data;
  const [round, setRound] = useState<{ at: string; anchor: HTMLElement }>();
  return (
    <aside className={styles.day} aria-label="Today">
      {day && (
        <>
          <h2>{day.title}</h2>
          <p>{day.next_round}</p>
          <Strip day={day} />
          <Track day={day} openRound={(at, anchor) => setRound({ at, anchor })} />
        </>
      )}
      <Suspense fallback={null}>{round && <RoundPanel {...round} close={() => setRound(undefined)} />}</Suspense>
    </aside>
  );
}
