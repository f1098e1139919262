import Button from "@mui/material/Button";
import { useEffect, useEffectEvent, useRef } from "react";
import { Link } from "react-router";
import { alertsSeen } from "../api/alerts";
import type { Alert } from "../api/client";
import ui from "../parts/page.module.css";
import styles from "./banners.module.css";
import { ask, permission } from "./desktop";
import type { useAlerts } from "./useAlerts";

const STAYS_MS = 9_000;

/** A banner goes by itself once it was before the person's eyes. */
function Banner({ alert, drop, open }: { alert: Alert; drop: () => void; open: () => void }) {
  const over = useRef(false);
  const gone = useEffectEvent(drop);
  useEffect(() => {
    let timer = 0;
    const stand = () => {
      clearTimeout(timer);
      if (document.visibilityState === "hidden") return;
      if (alert.id > 0) void alertsSeen([alert.id]).catch(() => undefined);
      const wait = () => {
        timer = window.setTimeout(() => (over.current ? wait() : gone()), STAYS_MS);
      };
      wait();
    };
    stand();
    document.addEventListener("visibilitychange", stand);
    return () => {
      clearTimeout(timer);
      document.removeEventListener("visibilitychange", stand);
    };
  }, [alert.id]);
  return (
    <div
      className={`${ui.floating} ${styles.banner} ${alert.level === "chime" ? styles.chime : ""}`}
      onPointerEnter={() => (over.current = true)}
      onPointerLeave={() => (over.current = false)}
    >
      <p>
        <b>{alert.text}</b>
        <small>
          {alert.at} · {alert.rule}
        </small>
      </p>
      <Button onClick={open}>Open</Button>
      <Button variant="text" onClick={drop} aria-label={`Dismiss: ${alert.text}`}>
        Dismiss
      </Button>
    </div>
  );
}

/** Taps and chimes, and what stands in the way of hearing or seeing one. */
export function Banners({ alerts }: { alerts: ReturnType<typeof useAlerts> }) {
  const allow = () => void ask().then(alerts.asked);
  return (
    <div className={styles.banners} role="status" aria-live="polite" aria-label="Alerts">
      {alerts.banners.map((alert) => (
        <Banner key={alert.id} alert={alert} drop={() => alerts.drop([alert.id])} open={() => alerts.open(alert)} />
      ))}
      {alerts.refused && (
        <p className={`${ui.floating} ${styles.banner} ${styles.hintBanner}`}>
          An alert wants to sound, and this browser plays nothing in a page before you click in it. Click anywhere.
        </p>
      )}
      {alerts.wanted && (
        <div className={`${ui.floating} ${styles.banner} ${styles.hintBanner}`}>
          {permission() === "denied" ? (
            <>
              <p>A rule alerts on the desktop too, and this browser refuses that.</p>
              <Button component={Link} to="/alerts/settings" onClick={alerts.asked}>
                How to allow it
              </Button>
            </>
          ) : (
            <>
              <p>A rule alerts on the desktop too. May Up Front do that?</p>
              <Button variant="contained" onClick={allow}>
                Allow it
              </Button>
            </>
          )}
          <Button variant="text" onClick={alerts.notNow}>
            Not now
          </Button>
        </div>
      )}
    </div>
  );
}
