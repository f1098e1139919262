import { Suspense, useState } from "react";
import { useClock } from "../api/moment";
import { lazily } from "../look/lazily";
import { BarButton } from "./BarButton";
import styles from "./clock.module.css";
import { paceWords } from "./paces";

const ClockPanel = lazily("ClockPanel", () => import("./ClockPanel"));

/** The demo's clock, and nothing else's. */
export function ClockControl() {
  const clock = useClock().data;
  const [anchor, setAnchor] = useState<HTMLElement>();
  if (!clock) return null;
  return (
    <>
      <BarButton
        className={styles.clockButton}
        onClick={(event) => setAnchor(event.currentTarget)}
        aria-haspopup="dialog"
        aria-label={`Demo clock ${clock.label} · ${paceWords(clock.rate)}`}
      >
        <span className={styles.wide}>Demo clock</span> <time>{clock.label}</time>{" "}
        <span className={styles.wide}>· {paceWords(clock.rate)}</span>
      </BarButton>
      <Suspense fallback={null}>
        {anchor && <ClockPanel clock={clock} anchor={anchor} close={() => setAnchor(undefined)} />}
      </Suspense>
    </>
  );
}
