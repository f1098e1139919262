import { SubNav } from "../../parts/SubNav";

const PAGES = [
  ["/today", "To do"],
  ["/today/awaited", "Awaited"],
  ["/today/routines", "Routines"],
] as const;

export const TodayNav = () => <SubNav label="Today" pages={PAGES} />;
