import Button from "@mui/material/Button";
import Popover from "@mui/material/Popover";
import ToggleButton from "@mui/material/ToggleButton";
import ToggleButtonGroup from "@mui/material/ToggleButtonGroup";
import { useState } from "react";
import { useClock, useSetClock } from "../api/queries";

const PACES = [
  { rate: 0, label: "paused" },
  { rate: 1, label: "real time" },
  { rate: 60, label: "60×" },
];

/** The demo's clock, and nothing else's: it lets the scripted day play faster, or jump ahead. */
export function ClockControl() {
  const clock = useClock().data;
  const set = useSetClock();
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  if (!clock) return null;
  const paceLabel = PACES.find(({ rate }) => rate === clock.rate)?.label ?? `${clock.rate}×`;
  return (
    <>
      <Button className="clock-button" onClick={(event) => setAnchor(event.currentTarget)} aria-haspopup="dialog">
        Demo clock <time>{clock.label}</time> · {paceLabel}
      </Button>
      <Popover
        open={Boolean(anchor)}
        anchorEl={anchor}
        onClose={() => setAnchor(null)}
        anchorOrigin={{ vertical: "bottom", horizontal: "right" }}
        transformOrigin={{ vertical: "top", horizontal: "right" }}
        slotProps={{ paper: { role: "dialog", "aria-label": "The demo’s clock" } }}
      >
        <div className="clock-panel">
          <h2>The demo’s clock</h2>
          <p>The museum’s Tuesday plays on this clock. It has nothing to do with the time at your desk.</p>
          <ToggleButtonGroup
            exclusive
            value={clock.rate}
            onChange={(_, rate: number | null) => rate !== null && set.mutate({ rate })}
            aria-label="Pace"
          >
            {PACES.map(({ rate, label }) => (
              <ToggleButton key={rate} value={rate}>
                {label}
              </ToggleButton>
            ))}
          </ToggleButtonGroup>
          <div className="jumps">
            <Button onClick={() => set.mutate({ jump: "arrival" })} disabled={!clock.next_arrival}>
              Jump to the next arrival{clock.next_arrival ? `, ${clock.next_arrival}` : ""}
            </Button>
            <Button onClick={() => set.mutate({ jump: "round" })} disabled={!clock.next_round}>
              Jump to the next round{clock.next_round ? `, ${clock.next_round}` : ""}
            </Button>
          </div>
        </div>
      </Popover>
    </>
  );
}
