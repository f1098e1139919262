import { SubNav } from "../../parts/SubNav";

const PAGES = [
  ["/rules", "All rules"],
  ["/rules/begin", "Begin from a need"],
  ["/rules/people", "Groups and labels"],
  ["/rules/inks", "Inks"],
  ["/rules/replay", "Replay"],
  ["/rules/proposals", "Proposals"],
  ["/rules/promises", "Promises"],
  ["/rules/check-up", "Check-up"],
  ["/rules/carry", "Carry"],
  ["/rules/house", "House rules"],
] as const;

/** The pages that belong to the rules. */
export const RulesNav = () => <SubNav label="Rules and what belongs to them" pages={PAGES} />;
