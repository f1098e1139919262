import Button from "@mui/material/Button";
import Dialog from "@mui/material/Dialog";
import { useEffect, useRef, useState } from "react";
import { Link, useNavigate } from "react-router";
import type { Alert } from "../../api/client";
import { alertsSeen, useAnswerAlert, useShowingAlerts } from "../../api/queries";
import { ask, permission } from "./desktop";
import { useSoundTests } from "./soundTests";
import { useAlerts } from "./useAlerts";
import "./alerts.css";

const STAYS_MS = 9_000;

/** A banner goes by itself once it was before the person's eyes. */
function Banner({ alert, drop, open }: { alert: Alert; drop: () => void; open: () => void }) {
  const over = useRef(false);
  const gone = useRef(drop);
  useEffect(() => {
    gone.current = drop;
  });
  useEffect(() => {
    let timer = 0;
    const stand = () => {
      clearTimeout(timer);
      if (document.visibilityState === "hidden") return;
      if (alert.id > 0) void alertsSeen([alert.id]).catch(() => undefined);
      const wait = () => {
        timer = window.setTimeout(() => (over.current ? wait() : gone.current()), STAYS_MS);
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
      className={`banner ${alert.level}`}
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

/** A call-out stays over whatever is open until it is answered. */
function CallOut({ alert, more, answer }: { alert: Alert; more: number; answer: (answer: "open" | "again" | "done") => void }) {
  const seen = useRef(0);
  useEffect(() => {
    if (alert.id <= 0 || seen.current === alert.id || document.visibilityState === "hidden") return;
    seen.current = alert.id;
    void alertsSeen([alert.id]).catch(() => undefined);
  }, [alert.id]);
  return (
    <Dialog
      open
      role="alertdialog"
      aria-labelledby="call-out-words"
      aria-describedby="call-out-what"
      maxWidth={false}
      slotProps={{ paper: { className: "call-out" } }}
    >
      <h2 id="call-out-words">{alert.text}</h2>
      <p id="call-out-what">
        {alert.sender}: {alert.subject}. {alert.at}, by the rule {alert.rule}
        {alert.calls > 1 && `; it has called ${alert.calls} times`}.
      </p>
      <div className="row-of">
        <Button variant="contained" autoFocus onClick={() => answer("open")}>
          Open it
        </Button>
        <Button onClick={() => answer("again")}>In five minutes again</Button>
        <Button onClick={() => answer("done")}>Done</Button>
        {more > 0 && <span className="quiet">{more === 1 ? "One more calls." : `${more} more call.`}</span>}
      </div>
    </Dialog>
  );
}

/** What sounded while no page was open, in one panel. */
function Missed({ alerts, close, open }: { alerts: Alert[]; close: () => void; open: (alert: Alert) => void }) {
  return (
    <Dialog open onClose={close} aria-labelledby="missed-title" maxWidth={false} slotProps={{ paper: { className: "missed" } }}>
      <h2 id="missed-title">{alerts.length === 1 ? "One alert" : `${alerts.length} alerts`} came while no page was open</h2>
      <ul>
        {alerts.map((alert) => (
          <li key={`${alert.id}-${alert.calls}`} className={alert.level}>
            <time>{alert.at}</time>
            <span>
              <b>{alert.text}</b> <small>{alert.rule}</small>
            </span>
            <Button variant="text" onClick={() => open(alert)} aria-label={`Open: ${alert.text}`}>
              Open
            </Button>
          </li>
        ))}
      </ul>
      <div className="row-of">
        <Button variant="contained" autoFocus onClick={close}>
          Seen
        </Button>
        <Button component={Link} to="/alerts" onClick={close}>
          Look at the journal
        </Button>
      </div>
    </Dialog>
  );
}

/** Where alerts show, whatever screen is open. */
export function AlertStation() {
  const navigate = useNavigate();
  const answering = useAnswerAlert();
  const open = (alert: Alert) => {
    alerts.drop([alert.id]);
    if (alert.id <= 0) return; // it was only tried
    answering.mutate({ id: alert.id, answer: "open" });
    void navigate(`/front/${alert.message_id}`);
  };
  const alerts = useAlerts(open);
  const calling = useShowingAlerts().data?.calling ?? [];
  const first = calling[0];
  const [tested, setTested] = useState<Alert>();
  useSoundTests((alert, volume) => {
    if (alert.level === "call_out") setTested(alert);
    else alerts.show({ fresh: [alert], missed: [] });
    void alerts.sound([alert], { volume, desktop: true });
  });
  const allow = () => void ask().then(alerts.asked);
  return (
    <>
      <div className="banners" role="status" aria-live="polite" aria-label="Alerts">
        {alerts.banners.map((alert) => (
          <Banner key={alert.id} alert={alert} drop={() => alerts.drop([alert.id])} open={() => open(alert)} />
        ))}
        {alerts.refused && (
          <p className="banner hint-banner">
            An alert wants to sound, and this browser plays nothing in a page before you click in it. Click anywhere.
          </p>
        )}
        {alerts.wanted && (
          <div className="banner hint-banner">
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
            <Button variant="text" onClick={alerts.asked}>
              Not now
            </Button>
          </div>
        )}
      </div>
      {alerts.missed.length > 0 ? (
        <Missed
          alerts={alerts.missed}
          close={alerts.closeMissed}
          open={(alert) => {
            alerts.closeMissed();
            open(alert);
          }}
        />
      ) : (
        first && (
          <CallOut
            key={first.id}
            alert={first}
            more={calling.length - 1}
            answer={(answer) => (answer === "open" ? open(first) : answering.mutate({ id: first.id, answer: answer }))}
          />
        )
      )}
      {tested && <CallOut alert={tested} more={0} answer={() => setTested(undefined)} />}
    </>
  );
}
