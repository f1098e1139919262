import { Suspense, useEffect } from "react";
import { useLocation, useNavigate } from "react-router";
import { useEvents, type Connection } from "./api/events";
import { useStatus } from "./api/queries";
import { AlertStation } from "./parts/alerts/AlertStation";
import { Bar } from "./parts/Bar";
import { DayColumn } from "./parts/DayColumn";
import { DropZone } from "./parts/DropZone";
import { useKey } from "./parts/keys";
import { NoticeBar } from "./parts/NoticeBar";
import { useViewKeys } from "./parts/useViewKeys";
import { lazily } from "./loading";
import { Screens } from "./Screens";
import "./app.css";

const WelcomeScreen = lazily("WelcomeScreen", () => import("./screens/welcome/WelcomeScreen"));

const TITLES: Record<string, string> = {
  front: "Front",
  held: "Held",
  rules: "Rules",
  week: "Week",
  alerts: "Alerts",
  inks: "Inks",
  views: "Views",
  "mail-in": "Mail in",
};

function Lost({ connection }: { connection: Connection }) {
  return (
    <div role="status" aria-live="polite">
      {connection === "lost" && (
        <p className="lost">
          Up Front’s server is not answering. This page tries again every second; your mail stays where it is.
        </p>
      )}
    </div>
  );
}

export function App() {
  const connection = useEvents();
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
  const held = status.data?.held ?? 0;
  const next = status.data?.next_round;
  useEffect(() => {
    const waits = held ? `${held} held${next ? `, next round ${next}` : ""}` : undefined;
    document.title = [TITLES[place], waits, "Up Front"].filter(Boolean).join(" · ");
  }, [place, held, next]);

  if (!status.data) {
    return <main className="waiting">{status.isError ? <Lost connection="lost" /> : <p>Opening …</p>}</main>;
  }
  if (!status.data.ready || place === "welcome") {
    return (
      <>
        <Lost connection={connection} />
        <Suspense fallback={null}>
          <WelcomeScreen status={status.data} />
        </Suspense>
        <NoticeBar />
      </>
    );
  }
  return (
    <DropZone>
      <Bar status={status.data} />
      <Lost connection={connection} />
      <div className="frame">
        {place !== "week" && <DayColumn />}
        <Screens />
      </div>
      <NoticeBar />
      <AlertStation />
    </DropZone>
  );
}
