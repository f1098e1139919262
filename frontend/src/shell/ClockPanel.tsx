import Button from "@mui/material/Button";
import type { Clock } from "../api/client";
import { useSetClock } from "../api/moment";
import { OneOf } from "../parts/OneOf";
import styles from "./clock.module.css";
import { PACES } from "./paces";
import { Panel } from "./Panel";

/** Lets the scripted day play faster, or jump ahead. */
export function ClockPanel({ clock, anchor, close }: { clock: Clock; anchor: HTMLElement; close: () => void }) {
  const set = useSetClock();
  return (
    <Panel
      name="The demo’s clock"
      anchor={anchor}
      at={{ vertical: "bottom", horizontal: "right" }}
      from={{ vertical: "top", horizontal: "right" }}
      close={close}
    >
      <div className={styles.clockPanel}>
        <h2>The demo’s clock</h2>
        <p>The museum’s Tuesday plays on this clock. It has nothing to do with the time at your desk.</p>
        <OneOf label="Pace" value={clock.rate} choices={PACES} change={(rate) => set.mutate({ rate })} />
        <div className={styles.jumps}>
          <Button onClick={() => set.mutate({ jump: "arrival" })} disabled={!clock.next_arrival}>
            Jump to the next arrival{clock.next_arrival ? `, ${clock.next_arrival}` : ""}
          </Button>
          <Button onClick={() => set.mutate({ jump: "round" })} disabled={!clock.next_round}>
            Jump to the next round{clock.next_round ? `, ${clock.next_round}` : ""}
          </Button>
        </div>
      </div>
    </Panel>
  );
}
