import { Suspense, useEffect } from "react";
import { Navigate, Route, Routes, useLocation } from "react-router";
import { lazily, loadAhead } from "../look/lazily";
import ui from "../parts/page.module.css";
import { ErrorBoundary } from "./ErrorBoundary";

const FrontScreen = lazily("FrontScreen", () => import("../screens/front/FrontScreen"));
const HeldScreen = lazily("HeldScreen", () => import("../screens/held/HeldScreen"));
const RulesScreen = lazily("RulesScreen", () => import("../screens/rules/RulesScreen"));
const BeginScreen = lazily("BeginScreen", () => import("../screens/rules/BeginScreen"));
const PeopleScreen = lazily("PeopleScreen", () => import("../screens/rules/PeopleScreen"));
const CarryScreen = lazily("CarryScreen", () => import("../screens/rules/CarryScreen"));
const DoneScreen = lazily("DoneScreen", () => import("../screens/rules/DoneScreen"));
const EditScreen = lazily("EditScreen", () => import("../screens/rules/EditScreen"));
const InksScreen = lazily("InksScreen", () => import("../screens/rules/inks/InksScreen"));
const WearingScreen = lazily("WearingScreen", () => import("../screens/inks/WearingScreen"));
const FindScreen = lazily("FindScreen", () => import("../screens/find/FindScreen"));
const ViewsScreen = lazily("ViewsScreen", () => import("../screens/views/ViewsScreen"));
const ViewEditScreen = lazily("ViewEditScreen", () => import("../screens/views/ViewEditScreen"));
const JournalScreen = lazily("JournalScreen", () => import("../screens/alerts/JournalScreen"));
const LoudScreen = lazily("LoudScreen", () => import("../screens/alerts/LoudScreen"));
const AlertSettingsScreen = lazily("AlertSettingsScreen", () => import("../screens/alerts/AlertSettingsScreen"));
const WeekScreen = lazily("WeekScreen", () => import("../screens/week/WeekScreen"));
const SourcesScreen = lazily("SourcesScreen", () => import("../screens/mail-in/SourcesScreen"));

const REST_MS = 1_500; // then the page has nothing else to do

function usePartsAhead() {
  useEffect(() => {
    let stopped = false;
    const timer = setTimeout(() => void loadAhead(() => !stopped), REST_MS);
    return () => {
      stopped = true;
      clearTimeout(timer);
    };
  }, []);
}

/** The screen that the address names. */
export function Screens() {
  const place = useLocation().pathname.split("/")[1] ?? "";
  usePartsAhead();
  return (
    <ErrorBoundary key={place}>
      <Suspense fallback={<main className={ui.screen} />}>
        <Routes>
          <Route path="/front/:id?" element={<FrontScreen />} />
          <Route path="/held/:id?" element={<HeldScreen />} />
          <Route path="/rules" element={<RulesScreen />} />
          <Route path="/rules/begin" element={<BeginScreen />} />
          <Route path="/rules/people" element={<PeopleScreen />} />
          <Route path="/rules/inks" element={<InksScreen />} />
          <Route path="/rules/carry" element={<CarryScreen />} />
          <Route path="/rules/done" element={<DoneScreen />} />
          <Route path="/rules/:id" element={<EditScreen />} />
          <Route path="/inks/:name/:id?" element={<WearingScreen />} />
          <Route path="/find/:id?" element={<FindScreen />} />
          <Route path="/views" element={<ViewsScreen />} />
          <Route path="/views/new" element={<ViewEditScreen />} />
          <Route path="/views/:view/edit" element={<ViewEditScreen />} />
          <Route path="/views/:view/:id?" element={<ViewsScreen />} />
          <Route path="/alerts" element={<JournalScreen />} />
          <Route path="/alerts/loud" element={<LoudScreen />} />
          <Route path="/alerts/settings" element={<AlertSettingsScreen />} />
          <Route path="/week" element={<WeekScreen />} />
          <Route path="/mail-in" element={<SourcesScreen />} />
          <Route path="*" element={<Navigate to="/front" replace />} />
        </Routes>
      </Suspense>
    </ErrorBoundary>
  );
}
