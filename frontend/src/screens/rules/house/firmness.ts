import type { Firmness } from "../../../api/house";

export const FIRM: Record<Firmness, string> = { for_all: "for all", suggested: "suggested", offered: "offered" };

/** What each means, below its heading. */
export const MEANS: Record<Firmness, string> = {
  for_all: "Read first. Your own rules do not stand over these, and a pause does not stop them.",
  suggested: "Read after your own rules, which come before.",
  offered: "Off until you switch them on; then read after your own.",
};
export const ORDER: Firmness[] = ["for_all", "suggested", "offered"];
