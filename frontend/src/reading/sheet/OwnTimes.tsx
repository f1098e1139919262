import Button from "@mui/material/Button";
import { useState } from "react";
import { useBackTimes, useKeepBackTimes } from "../../api/messages";
import { Given } from "../../parts/chips";
import { TextSlot } from "../../parts/fields";
import { Fault } from "../../parts/Fault";
import { TimeSlot } from "../../parts/moments";
import { Slot } from "../../parts/Slot";
import styles from "./pane.module.css";

const DAILY = "daily";
const DAYS = [
  { value: DAILY, label: "every day" },
  { value: "mon", label: "Mondays" },
  { value: "tue", label: "Tuesdays" },
  { value: "wed", label: "Wednesdays" },
  { value: "thu", label: "Thursdays" },
  { value: "fri", label: "Fridays" },
  { value: "sat", label: "Saturdays" },
  { value: "sun", label: "Sundays" },
];

/** The person's own times for putting off: kept by a name, and then among the choices. */
export function OwnTimes() {
  const mine = useBackTimes().data?.own ?? [];
  const keep = useKeepBackTimes();
  const [name, setName] = useState("");
  const [day, setDay] = useState(DAILY);
  const [at, setAt] = useState("14:00");
  const others = mine.filter((each) => each.name !== name.trim());
  return (
    <details className={styles.own}>
      <summary>Times of my own{mine.length > 0 && ` (${mine.length})`}</summary>
      <div className={styles.chips}>
        {mine.map((each) => (
          <Given key={each.name} says={`Forget ${each.name}`} takeOut={() => keep.mutate(mine.filter((other) => other !== each))}>
            {`${each.name}, ${DAYS.find(({ value }) => value === (each.weekday ?? DAILY))?.label} ${each.at}`}
          </Given>
        ))}
      </div>
      <div className={styles.line}>
        <TextSlot label="Name of a time of your own" value={name} placeholder="after lunch" most={60} change={setName} />
        <Slot label="Days of it" value={day} choices={DAYS} change={setDay} /> at
        <TimeSlot label="Time of it" value={at} change={setAt} />
        <Button
          disabled={!name.trim()}
          onClick={() =>
            keep.mutate([...others, { name: name.trim(), at, ...(day === DAILY ? { days: 0 } : { weekday: day }) }], {
              onSuccess: () => setName(""),
            })
          }
        >
          Keep it
        </Button>
      </div>
      <Fault of={keep} />
    </details>
  );
}
