import Button from "@mui/material/Button";
import { useEffect, useState } from "react";
import type { Replay } from "../../../api/client";
import { DateSlot } from "../../../parts/moments";
import ui from "../../../parts/page.module.css";
import styles from "./replay.module.css";

type Day = NonNullable<Replay["played"]>;
const DAY = 1_440; // minutes
const STEP_MS = 80;
const STEP = 5; // minutes a step: a day in less than half a minute
const clock = (minute: number) => `${String(Math.floor(minute / 60)).padStart(2, "0")}:${String(minute % 60).padStart(2, "0")}`;

/** One day on the day's column, both rulebooks beside each other, as its mail comes in. */
export function Played({ played, names, choose }: { played: Day; names: string[]; choose: (day: string) => void }) {
  const [minute, setMinute] = useState(DAY);
  const [running, setRunning] = useState(false);
  useEffect(() => {
    if (!running) return;
    const timer = setInterval(() => setMinute((now) => Math.min(now + STEP, DAY)), STEP_MS);
    return () => clearInterval(timer);
  }, [running]);
  if (running && minute >= DAY) setRunning(false);
  const play = () => {
    if (minute >= DAY) setMinute(0);
    setRunning(!running);
  };
  return (
    <section aria-labelledby="played">
      <h2 id="played" className={ui.smallHead}>
        {played.title}, played
      </h2>
      <div className={ui.rowOf}>
        <Button onClick={play}>{running ? "Hold" : "Play the day"}</Button>
        <input
          type="range"
          className={styles.slider}
          min={0}
          max={DAY}
          step={STEP}
          value={minute}
          aria-label="Time of the day"
          aria-valuetext={clock(minute)}
          onChange={(event) => setMinute(Number(event.target.value))}
        />
        <b className={styles.clock}>{clock(minute)}</b>
        <DateSlot label="Another day" value={played.date} change={choose} />
      </div>
      <div className={styles.strips}>
        {[played.a, played.b].map((marks, side) => {
          const come = marks.filter((mark) => mark.minute <= minute);
          const moments = new Set(come.map((mark) => mark.minute)).size;
          return (
            <div key={side} className={styles.strip}>
              <span>{names[side]}</span>
              <div className={styles.track} aria-hidden>
                {come.map((mark, place) => (
                  <i key={place} data-priority={mark.priority} style={{ left: `${(mark.minute / DAY) * 100}%` }} />
                ))}
                <em style={{ left: `${(minute / DAY) * 100}%` }} />
              </div>
              <span>
                <b>{come.length}</b> {come.length === 1 ? "message" : "messages"} in <b>{moments}</b>{" "}
                {moments === 1 ? "moment" : "moments"}
              </span>
            </div>
          );
        })}
      </div>
    </section>
  );
}
