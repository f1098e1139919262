import Button from "@mui/material/Button";
import Menu from "@mui/material/Menu";
import MenuItem from "@mui/material/MenuItem";
import { useState } from "react";
import type { Goes } from "../../api/outgoing";
import { DateSlot, TimeSlot } from "../../parts/moments";
import styles from "./write.module.css";

const CHOICES: { label: string; goes: Goes }[] = [
  { label: "at once", goes: { now: true } },
  { label: "with the next round", goes: { next_round: true } },
];

/** Sends at another moment than in a few seconds. */
export function SendLater({ send }: { send: (goes: Goes) => void }) {
  const [at, setAt] = useState<HTMLElement | null>(null);
  const [own, setOwn] = useState<{ date: string; time: string }>();
  const choose = (goes: Goes) => {
    setAt(null);
    send(goes);
  };
  return (
    <>
      <Button aria-haspopup="menu" aria-expanded={at !== null} onClick={({ currentTarget }) => setAt(currentTarget)}>
        Send at …
      </Button>
      <Menu anchorEl={at} open={at !== null} onClose={() => setAt(null)}>
        {CHOICES.map(({ label, goes }) => (
          <MenuItem key={label} onClick={() => choose(goes)}>
            {label}
          </MenuItem>
        ))}
        <MenuItem
          onClick={() => {
            setAt(null);
            setOwn({ date: "", time: "08:00" });
          }}
        >
          at a moment of your own …
        </MenuItem>
      </Menu>
      {own !== undefined && (
        <span className={styles.own}>
          <DateSlot label="Day on which it goes" value={own.date} change={(date) => setOwn({ ...own, date })} />
          <TimeSlot label="Time at which it goes" value={own.time} change={(time) => setOwn({ ...own, time })} />
          <Button disabled={own.date === ""} onClick={() => send({ at: `${own.date}T${own.time}` })}>
            Send then
          </Button>
        </span>
      )}
    </>
  );
}
