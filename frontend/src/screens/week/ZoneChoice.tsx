import Close from "@mui/icons-material/Close";
import Button from "@mui/material/Button";
import IconButton from "@mui/material/IconButton";
import { useState, type FormEvent } from "react";
import type { Week } from "../../api/client";
import { useZones } from "../../api/moment";
import { useSaveZone } from "../../api/plan";
import { Fault } from "../../parts/Fault";
import { TextSlot } from "../../parts/fields";
import { DateSpan, spanOf } from "../../parts/moments";
import ui from "../../parts/page.module.css";
import styles from "./side.module.css";

const FRESH = { time_zone: "", from: "", until: "" };

/** The owner's time zone, for good or for a trip; windows follow the place. */
export function ZoneChoice({ week }: { week: Week }) {
  const zones = useZones().data?.zones ?? [];
  const [home, setHome] = useState(week.zone);
  const [trip, setTrip] = useState(FRESH);
  const [going, setGoing] = useState(false);
  const save = useSaveZone();
  const send = (trips: Week["trips"], time_zone = week.zone) => save.mutate({ time_zone, trips });
  const add = (event: FormEvent) => {
    event.preventDefault();
    save.mutate(
      { time_zone: week.zone, trips: [...week.trips, spanOf(trip)] },
      {
        onSuccess: () => {
          setTrip(FRESH);
          setGoing(false);
        },
      },
    );
  };
  return (
    <section aria-label="Time zone">
      <h2>Time zone</h2>
      <datalist id="zones">
        {zones.map((zone) => (
          <option key={zone} value={zone} />
        ))}
      </datalist>
      <div className={ui.rowOf}>
        <TextSlot label="Time zone at home" value={home} list="zones" width="long" change={setHome} />
        <Button disabled={home === week.zone} onClick={() => send(week.trips, home)}>
          Change it for good
        </Button>
      </div>
      <ul className={styles.weekFigures}>
        {week.trips.map((each, index) => (
          <li key={index}>
            <span>
              {each.from} to {each.until}
            </span>
            <b>
              {each.time_zone}
              <IconButton
                size="small"
                aria-label={`Take the trip to ${each.time_zone} out`}
                onClick={() => send(week.trips.filter((_, at) => at !== index))}
              >
                <Close fontSize="inherit" />
              </IconButton>
            </b>
          </li>
        ))}
      </ul>
      {going ? (
        <form className={ui.rowOf} onSubmit={add}>
          <TextSlot
            label="Time zone of the trip"
            value={trip.time_zone}
            required
            placeholder="Asia/Tokyo"
            list="zones"
            change={(next) => setTrip({ ...trip, time_zone: next })}
          />
          <DateSpan of="of the trip" value={trip} change={(part) => setTrip({ ...trip, ...part })} />
          <Button type="submit">Add the trip</Button>
        </form>
      ) : (
        <Button onClick={() => setGoing(true)}>Add a trip</Button>
      )}
      <Fault of={save} />
    </section>
  );
}
