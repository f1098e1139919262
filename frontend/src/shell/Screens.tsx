import { Suspense, useEffect } from "react";
import { matchPath, Navigate, Route, Routes, useLocation } from "react-router";
import { lazily, loadAhead } from "../look/lazily";
import ui from "../parts/page.module.css";
import { ErrorBoundary } from "./ErrorBoundary";

const ViewsScreen = lazily("ViewsScreen", () => import("../screens/views/ViewsScreen"));
const ViewEditScreen = lazily("ViewEditScreen", () => import("../screens/views/ViewEditScreen"));

/** Each screen with its address; of two that fit, the first. */
const SCREENS: [path: string, Screen: ReturnType<typeof lazily>][] = [
  ["/front/:id?", lazily("FrontScreen", () => import("../screens/front/FrontScreen"))],
  ["/held/:id?", lazily("HeldScreen", () => import("../screens/held/HeldScreen"))],
  ["/rules", lazily("RulesScreen", () => import("../screens/rules/RulesScreen"))],
  ["/rules/begin", lazily("BeginScreen", () => import("../screens/rules/BeginScreen"))],
  ["/rules/people", lazily("PeopleScreen", () => import("../screens/rules/PeopleScreen"))],
  ["/rules/inks", lazily("InksScreen", () => import("../screens/rules/inks/InksScreen"))],
  ["/rules/replay", lazily("ReplayScreen", () => import("../screens/rules/replay/ReplayScreen"))],
  ["/rules/proposals", lazily("ProposalsScreen", () => import("../screens/rules/proposals/ProposalsScreen"))],
  ["/rules/promises", lazily("PromisesScreen", () => import("../screens/rules/promises/PromisesScreen"))],
  ["/rules/check-up", lazily("CheckUpScreen", () => import("../screens/rules/check-up/CheckUpScreen"))],
  ["/rules/carry", lazily("CarryScreen", () => import("../screens/rules/CarryScreen"))],
  ["/rules/house/:part?", lazily("HouseScreens", () => import("../screens/rules/house/HouseScreens"))],
  ["/rules/:id", lazily("EditScreen", () => import("../screens/rules/EditScreen"))],
  ["/inks/:name/:id?", lazily("WearingScreen", () => import("../screens/inks/WearingScreen"))],
  ["/find/:id?", lazily("FindScreen", () => import("../screens/find/FindScreen"))],
  ["/views", ViewsScreen],
  ["/views/new", ViewEditScreen],
  ["/views/followed", lazily("MindedScreen", () => import("../screens/views/MindedScreen"))],
  ["/views/discarded/:id?", lazily("DiscardedScreen", () => import("../screens/find/DiscardedScreen"))],
  ["/views/:view/edit", ViewEditScreen],
  ["/views/:view/:id?", ViewsScreen],
  ["/alerts", lazily("JournalScreen", () => import("../screens/alerts/JournalScreen"))],
  ["/alerts/loud", lazily("LoudScreen", () => import("../screens/alerts/LoudScreen"))],
  ["/alerts/settings", lazily("AlertSettingsScreen", () => import("../screens/alerts/AlertSettingsScreen"))],
  ["/week", lazily("WeekScreen", () => import("../screens/week/WeekScreen"))],
  ["/done", lazily("DoneScreen", () => import("../screens/done/DoneScreen"))],
  ["/outbox/:draft?", lazily("OutboxScreen", () => import("../screens/outbox/OutboxScreen"))],
  ["/senders", lazily("SendersScreen", () => import("../screens/senders/SendersScreen"))],
  ["/senders/away", lazily("KeptAwayScreen", () => import("../screens/senders/KeptAwayScreen"))],
  ["/senders/asked", lazily("AskedScreen", () => import("../screens/senders/AskedScreen"))],
  ["/senders/contacts", lazily("ContactsScreen", () => import("../screens/senders/ContactsScreen"))],
  ["/today", lazily("TodayScreen", () => import("../screens/today/TodayScreen"))],
  ["/today/awaited", lazily("AwaitedScreen", () => import("../screens/today/AwaitedScreen"))],
  ["/today/routines", lazily("RoutinesScreen", () => import("../screens/today/RoutinesScreen"))],
  ["/report", lazily("ReportScreen", () => import("../screens/report/ReportScreen"))],
  ["/mail-in/:part?", lazily("MailInScreens", () => import("../screens/mail-in/MailInScreens"))],
];

// What the address names is under way before anything is drawn.
SCREENS.find(([path]) => matchPath(path, location.pathname))?.[1].load();

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
          {SCREENS.map(([path, Screen]) => (
            <Route key={path} path={path} element={<Screen />} />
          ))}
          <Route path="/rules/done" element={<Navigate to="/done" replace />} />
          <Route path="*" element={<Navigate to="/front" replace />} />
        </Routes>
      </Suspense>
    </ErrorBoundary>
  );
}
