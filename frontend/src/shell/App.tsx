import { Suspense, useEffect } from "react";
import { Link, useLocation, useNavigate } from "react-router";
import { TrialsProvider } from "../alerts/trials";
import { useConnection, useHear } from "../api/events";
import { useStatus } from "../api/moment";
import { Problem, type Status } from "../api/client";
import type { Connection } from "../api/stream";
import { lazily } from "../look/lazily";
import { useKey } from "../parts/keys";
import { useNotices } from "../parts/notices";
import ui from "../parts/page.module.css";
import styles from "./app.module.css";
import { Bar } from "./Bar";
import { DayColumn } from "./DayColumn";
import { DropZone } from "./DropZone";
import { Going } from "./Going";
import { Screens } from "./Screens";
import { SkipLink } from "./SkipLink";
import { useViewKeys } from "./useViewKeys";

const AlertStation = lazily("AlertStation", () => import("../alerts/AlertStation"));
const Lines = lazily("Lines", () => import("./Lines"));
const Turning = lazily("Turning", () => import("./Turning"));
const NoticeBar = lazily("NoticeBar", () => import("./NoticeBar"));
const SignInScreen = lazily("SignInScreen", () => import("../screens/access/SignInScreen"));
const WelcomeScreen = lazily("WelcomeScreen", () => import("../screens/mail-in/WelcomeScreen"));

/** What a screen is called, by the first part of its address. */
const titled = (place: string) => place.charAt(0).toUpperCase() + place.slice(1).replace("-", " ");

function Lost({ connection }: { connection: Connection }) {
  return (
    <div role="status" aria-live="polite">
      {connection === "lost" && (
        <p className={styles.lost}>
          Up Front’s server is not answering. This page tries again every second; your mail stays where it is.
        </p>
      )}
    </div>
  );
}

/** What fails at the moment, since when, and where something can be done about it. */
function Failing({ faults }: { faults: Status["faults"] }) {
  return (
    <div role="status" aria-live="polite">
      {faults.map(({ words, since, path, label }) => (
        <p key={words} className={styles.lost}>
          Since {since}: {words} {path && <Link to={path}>{label}</Link>}
        </p>
      ))}
    </div>
  );
}

type Mentioned = { message?: string; path?: string; label?: string; undo_id?: number; name?: string };

/** Tells what came by itself: a round, a heads-down that is over, a view that calls for being gone through. */
function useMentions() {
  const { mention } = useNotices();
  const navigate = useNavigate();
  useHear(({ kind, data }) => {
    const { message, path, label = "Go through it", undo_id, name } = (data as Mentioned | undefined) ?? {};
    if (message) mention(message, path ? { label, act: () => void navigate(path) } : undefined, undo_id, name && kind + name);
  });
}

/** Begins a new message from anywhere. */
function useWrite() {
  const navigate = useNavigate();
  const { fail } = useNotices();
  useKey("write", () =>
    import("../api/outgoing")
      .then(({ beginDraft }) => beginDraft("new"))
      .then(
        ({ id }) => void navigate(`/outbox/${id}`),
        (problem: Error) => fail(problem.message),
      ),
  );
}

export function App() {
  const connection = useConnection();
  useMentions();
  const status = useStatus();
  const place = useLocation().pathname.split("/")[1] ?? "";
  const navigate = useNavigate();
  useKey("front", () => navigate("/front"));
  useKey("held", () => navigate("/held"));
  useKey("rules", () => navigate("/rules"));
  useKey("week", () => navigate("/week"));
  useViewKeys();
  useKey("alerts", () => navigate("/alerts"));
  useKey("mailIn", () => navigate("/mail-in"));
  useKey("outbox", () => navigate("/outbox"));
  useKey("senders", () => navigate("/senders"));
  useKey("today", () => navigate("/today"));
  useKey("report", () => navigate("/report"));
  useWrite();
  const held = status.data?.held ?? 0;
  const next = status.data?.next_round;
  useEffect(() => {
    const waits = held ? `${held} held${next ? `, next round ${next}` : ""}` : undefined;
    document.title = [titled(place), waits, "Up Front"].filter(Boolean).join(" · ");
  }, [place, held, next]);

  if (status.error instanceof Problem && status.error.status === 401)
    return (
      <Suspense fallback={null}>
        <SignInScreen />
      </Suspense>
    );
  if (!status.data) {
    return <main className={ui.waiting}>{status.isError ? <Lost connection="lost" /> : <p>Opening …</p>}</main>;
  }
  if (!status.data.ready || place === "welcome") {
    return (
      <>
        <Lost connection={connection} />
        <Suspense fallback={null}>
          <WelcomeScreen status={status.data} />
          <NoticeBar />
        </Suspense>
      </>
    );
  }
  return (
    <TrialsProvider>
      <DropZone>
        <SkipLink />
        <Bar status={status.data} />
        <Lost connection={connection} />
        <Failing faults={status.data.faults} />
        <Going going={status.data.going} />
        <Suspense fallback={null}>
          <Lines {...status.data} />
        </Suspense>
        <div className={styles.frame}>
          {place !== "week" && <DayColumn />}
          <Screens />
        </div>
        <Suspense fallback={null}>
          <NoticeBar />
        </Suspense>
        <Suspense fallback={null}>
          <AlertStation />
        </Suspense>
        <Suspense fallback={null}>
          <Turning />
        </Suspense>
      </DropZone>
    </TrialsProvider>
  );
}
