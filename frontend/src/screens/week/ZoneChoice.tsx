import Close from "@mui/icons-material/Close";
import Button from "@mui/material/Button";
import IconButton from "@mui/material/IconButton";
import { useState, type FormEvent } from "react";
import type { Week } from "../../api/client";
import { useZones } from "../../api/moment";
import { useSaveZone } from "../../api/plan";
import { BeforeSaving } from "../../rule/BeforeSaving";
import { Fault } from "../../parts/Fault";
import { TextSlot } from "../../parts/fields";
import { DateSpan, spanOf } from "../../parts/moments";
import ui from "../../parts/page.module.css";
import styles from "./side.module.css";

type Trip = Week["trips"][number];

const FRESH = { time_zone: "", from: "", until: "" };

/** The owner's time zone, for good or for a trip; windows follow the place. What that does to held mail is told before it is saved. */
export function ZoneChoice({ week }: { week: Week }) {
  const zones = useZones().data?.zones ?? [];
  const [home, setHome] = useState(week.zone);
  const [trip, setTrip] = useState<Trip>(); // that is being written
  const [leaving, setLeaving] = useState<number>(); // which trip is to be taken out
  const save = useSaveZone();
  const known = (name: string) => zones.includes(name);
  const without = week.trips.filter((_, at) => at !== leaving);
  const next = trip && { time_zone: week.zone, trips: [...week.trips, spanOf(trip)] };
  const close = () => {
    setTrip(undefined);
    setLeaving(undefined);
  };
  const send = (given: { time_zone: string; trips: Trip[] }) => save.mutate(given, { onSuccess: close });
  const add = (event: FormEvent) => {
    event.preventDefault();
    if (next && trip.from) send(next);
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
        <Button disabled={home === week.zone} onClick={() => send({ time_zone: home, trips: week.trips })}>
          Change it for good
        </Button>
      </div>
      {home !== week.zone && known(home) && <BeforeSaving given={{ zone: { time_zone: home, trips: week.trips } }} />}
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
                aria-expanded={leaving === index}
                onClick={() => setLeaving(index)}
              >
                <Close fontSize="inherit" />
              </IconButton>
            </b>
          </li>
        ))}
      </ul>
      {leaving !== undefined && week.trips[leaving] && (
        <div role="group" aria-label={`Without the trip to ${week.trips[leaving].time_zone}`}>
          <BeforeSaving given={{ zone: { time_zone: week.zone, trips: without } }} />
          <div className={ui.rowOf}>
            <Button autoFocus onClick={() => send({ time_zone: week.zone, trips: without })}>
              Take the trip out
            </Button>
            <Button variant="text" onClick={close}>
              Leave it
            </Button>
          </div>
        </div>
      )}
      {trip ? (
        <form onSubmit={add}>
          <div className={ui.rowOf}>
            <TextSlot
              label="Time zone of the trip"
              value={trip.time_zone}
              required
              placeholder="Asia/Tokyo"
              list="zones"
              change={(time_zone) => setTrip({ ...trip, time_zone })}
            />
            <DateSpan of="of the trip" value={trip} change={(part) => setTrip({ ...trip, ...part })} />
          </div>
          {next && trip.from && known(trip.time_zone) && <BeforeSaving given={{ zone: next }} />}
          <div className={ui.rowOf}>
            <Button type="submit" disabled={!trip.from || !trip.time_zone}>
              Add the trip
            </Button>
            <Button variant="text" onClick={close}>
              Cancel
            </Button>
          </div>
        </form>
      ) : (
        <Button onClick={() => setTrip(FRESH)}>Add a trip</Button>
      )}
      <Fault of={save} />
    </section>
  );
}
