import { useEffect } from "react";
import { Navigate, Route, Routes, useLocation, useNavigate } from "react-router";
import { useEvents, type Connection } from "./api/events";
import { useStatus } from "./api/queries";
import { AlertStation } from "./parts/alerts/AlertStation";
import { Bar } from "./parts/Bar";
import { DayColumn } from "./parts/DayColumn";
import { DropZone } from "./parts/DropZone";
import { useKey } from "./parts/keys";
import { NoticeBar } from "./parts/NoticeBar";
import { useViewKeys } from "./parts/useViewKeys";
import { AlertSettingsScreen } from "./screens/alerts/AlertSettingsScreen";
import { JournalScreen } from "./screens/alerts/JournalScreen";
import { LoudScreen } from "./screens/alerts/LoudScreen";
import { FindScreen } from "./screens/find/FindScreen";
import { FrontScreen } from "./screens/front/FrontScreen";
import { HeldScreen } from "./screens/held/HeldScreen";
import { InksScreen } from "./screens/inks/InksScreen";
import { WearingScreen } from "./screens/inks/WearingScreen";
import { BeginScreen } from "./screens/rules/BeginScreen";
import { CarryScreen } from "./screens/rules/CarryScreen";
import { DoneScreen } from "./screens/rules/DoneScreen";
import { EditScreen } from "./screens/rules/EditScreen";
import { PeopleScreen } from "./screens/rules/PeopleScreen";
import { RulesScreen } from "./screens/rules/RulesScreen";
import { SourcesScreen } from "./screens/sources/SourcesScreen";
import { ViewEditScreen } from "./screens/views/ViewEditScreen";
import { ViewsScreen } from "./screens/views/ViewsScreen";
import { WeekScreen } from "./screens/week/WeekScreen";
import { WelcomeScreen } from "./screens/welcome/WelcomeScreen";
import "./app.css";

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
        <WelcomeScreen status={status.data} />
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
        <Routes>
          <Route path="/front/:id?" element={<FrontScreen />} />
          <Route path="/held/:id?" element={<HeldScreen />} />
          <Route path="/rules" element={<RulesScreen />} />
          <Route path="/rules/begin" element={<BeginScreen />} />
          <Route path="/rules/people" element={<PeopleScreen />} />
          <Route path="/rules/inks" element={<InksScreen />} />
          <Route path="/inks/:name/:id?" element={<WearingScreen />} />
          <Route path="/find/:id?" element={<FindScreen />} />
          <Route path="/views" element={<ViewsScreen />} />
          <Route path="/views/new" element={<ViewEditScreen />} />
          <Route path="/views/:view/edit" element={<ViewEditScreen />} />
          <Route path="/views/:view/:id?" element={<ViewsScreen />} />
          <Route path="/alerts" element={<JournalScreen />} />
          <Route path="/alerts/loud" element={<LoudScreen />} />
          <Route path="/alerts/settings" element={<AlertSettingsScreen />} />
          <Route path="/rules/carry" element={<CarryScreen />} />
          <Route path="/rules/done" element={<DoneScreen />} />
          <Route path="/rules/:id" element={<EditScreen />} />
          <Route path="/week" element={<WeekScreen />} />
          <Route path="/mail-in" element={<SourcesScreen />} />
          <Route path="*" element={<Navigate to="/front" replace />} />
        </Routes>
      </div>
      <NoticeBar />
      <AlertStation />
    </DropZone>
  );
}
