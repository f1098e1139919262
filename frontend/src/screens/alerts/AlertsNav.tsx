import { SubNav } from "../../parts/SubNav";

const PAGES = [
  ["/alerts", "Journal"],
  ["/alerts/loud", "How loud the rules are"],
  ["/alerts/settings", "How alerts sound"],
] as const;

export const AlertsNav = () => <SubNav label="Alerts" pages={PAGES} />;
