import type { ExampleRow } from "../api/client";
import { Pill } from "../parts/Pill";

/** How an example shall be decided, and whether it is. */
export const ExampleLine = ({ example: { shall, kept, now } }: { example: ExampleRow }) => (
  <>
    {shall} <Pill kind={kept ? "new" : "top"}>{kept ? "so it is" : "not so any more"}</Pill>{" "}
    {!kept && <>As your rules are: {now}</>}
  </>
);
