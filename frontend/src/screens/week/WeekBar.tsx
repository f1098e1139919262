import ChevronLeft from "@mui/icons-material/ChevronLeft";
import ChevronRight from "@mui/icons-material/ChevronRight";
import Button from "@mui/material/Button";
import IconButton from "@mui/material/IconButton";
import type { Week } from "../../api/client";
import { OneOf } from "../../parts/OneOf";
import type { Reach } from "./plan";
import styles from "./week.module.css";

const REACHES: { value: Reach; label: string }[] = [
  { value: "all", label: "all its days" },
  { value: "one", label: "the day I touch" },
];

type Given = {
  days: Week["days"];
  /** weeks from this one */
  away: number;
  go: (away: number) => void;
  reach: Reach;
  setReach: (reach: Reach) => void;
  addWindow: () => void;
  addRound: () => void;
};

/** Which week is looked at, what a change goes to, and what can be added. */
export function WeekBar({ days, away, go, reach, setReach, addWindow, addRound }: Given) {
  const first = days[0];
  return (
    <div className={styles.weekBar}>
      <span className={styles.weekTurn}>
        <IconButton size="small" onClick={() => go(away - 1)} aria-label="Week before">
          <ChevronLeft fontSize="small" />
        </IconButton>
        <b aria-live="polite">{away === 0 ? "This week" : first ? `Week of ${first.number} ${first.month}` : "…"}</b>
        <IconButton size="small" onClick={() => go(away + 1)} aria-label="Week after">
          <ChevronRight fontSize="small" />
        </IconButton>
        {away !== 0 && (
          <Button variant="text" onClick={() => go(0)}>
            To this week
          </Button>
        )}
      </span>
      <span className={styles.weekReach}>
        A change goes to <OneOf label="A change goes to" value={reach} choices={REACHES} change={setReach} />
      </span>
      <span className={styles.weekAdd}>
        <Button variant="text" onClick={addWindow}>
          Add a window
        </Button>
        <Button variant="text" onClick={addRound}>
          Add a round
        </Button>
      </span>
    </div>
  );
}
