import type { Status } from "../api/client";
import { AwayLine } from "./AwayLine";
import { Offline } from "./Offline";
import { Paused } from "./Paused";

/** What stands across every page while it is so. */
export const Lines = ({ paused, away }: Pick<Status, "paused" | "away">) => (
  <>
    <Offline />
    <Paused paused={paused} />
    <AwayLine away={away} />
  </>
);
