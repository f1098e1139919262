import { Suspense, useEffect, type ComponentType } from "react";
import { Navigate, Route, Routes, useLocation } from "react-router";
import { lazily } from "./loading";
import { ErrorBoundary } from "./parts/ErrorBoundary";

type Load = () => Promise<unknown>;
const loads: Load[] = [];

/** A screen that is loaded when it is first opened, or before, once the page has nothing else to do. */
function screen<Name extends string>(name: Name, load: () => Promise<Record<Name, ComponentType>>) {
  loads.push(load);
  return lazily(name, load);
}

const FrontScreen = screen("FrontScreen", () => import("./screens/front/FrontScreen"));
const HeldScreen = screen("HeldScreen", () => import("./screens/held/HeldScreen"));
const RulesScreen = screen("RulesScreen", () => import("./screens/rules/RulesScreen"));
const BeginScreen = screen("BeginScreen", () => import("./screens/rules/BeginScreen"));
const PeopleScreen = screen("PeopleScreen", () => import("./screens/rules/PeopleScreen"));
const CarryScreen = screen("CarryScreen", () => import("./screens/rules/CarryScreen"));
const DoneScreen = screen("DoneScreen", () => import("./screens/rules/DoneScreen"));
const EditScreen = screen("EditScreen", () => import("./screens/rules/EditScreen"));
const InksScreen = screen("InksScreen", () => import("./screens/inks/InksScreen"));
const WearingScreen = screen("WearingScreen", () => import("./screens/inks/WearingScreen"));
const FindScreen = screen("FindScreen", () => import("./screens/find/FindScreen"));
const ViewsScreen = screen("ViewsScreen", () => import("./screens/views/ViewsScreen"));
const ViewEditScreen = screen("ViewEditScreen", () => import("./screens/views/ViewEditScreen"));
const JournalScreen = screen("JournalScreen", () => import("./screens/alerts/JournalScreen"));
const LoudScreen = screen("LoudScreen", () => import("./screens/alerts/LoudScreen"));
const AlertSettingsScreen = screen("AlertSettingsScreen", () => import("./screens/alerts/AlertSettingsScreen"));
const WeekScreen = screen("WeekScreen", () => import("./screens/week/WeekScreen"));
const SourcesScreen = screen("SourcesScreen", () => import("./screens/sources/SourcesScreen"));

/** The other screens are at hand before they are asked for, and stay so when the server is gone or newer than the page. */
function useScreensAhead() {
  useEffect(() => {
    let stopped = false;
    const timer = setTimeout(() => {
      void (async () => {
        for (const load of loads) {
          if (!stopped) await load().catch(() => undefined); // asked for again where it is opened
        }
      })();
    }, 1_500);
    return () => {
      stopped = true;
      clearTimeout(timer);
    };
  }, []);
}

/** The screen that the address names. */
export function Screens() {
  const place = useLocation().pathname.split("/")[1] ?? "";
  useScreensAhead();
  return (
    <ErrorBoundary key={place}>
      <Suspense fallback={<main className="screen" />}>
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
