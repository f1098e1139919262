import Button from "@mui/material/Button";
import type { ByDay } from "../../api/following";
import { useState } from "react";
import { Choice } from "../../parts/chips";
import { NumberSlot } from "../../parts/fields";
import { DateSlot } from "../../parts/moments";
import styles from "../sheet/pane.module.css";

const SOON = [1, 2, 3, 5, 10];
const working = (count: number) => (count === 1 ? "1 working day" : `${count} working days`);

/** By which day: in so many working days, or on a day of one's own. */
export function DayChoice({ says, choose }: { says: string; choose: (by: ByDay) => void }) {
  const [on, setOn] = useState("");
  const [days, setDays] = useState(7);
  return (
    <>
      <div className={styles.chips} role="group" aria-label={says}>
        {SOON.map((count, at) => (
          <Choice key={count} autoFocus={at === 2} press={() => choose({ working_days: count })}>
            {working(count)}
          </Choice>
        ))}
      </div>
      <div className={styles.line}>
        or by
        <DateSlot label={`${says}: day`} value={on} change={setOn} />
        <Button disabled={!on} onClick={() => choose({ on })}>
          By then
        </Button>
      </div>
      <div className={styles.line}>
        or in
        <NumberSlot label="Working days" value={days} least={1} most={60} change={setDays} />
        working days
        <Button onClick={() => choose({ working_days: days })}>By then</Button>
      </div>
    </>
  );
}
