import type { TurnedRow } from "../api/client";
import ui from "./page.module.css";

/** What was promised, or kept as an example, and would not hold any more. */
export const TurnedList = ({ rows }: { rows: TurnedRow[] }) =>
  rows.map(({ kind, name, said }) => (
    <p key={kind + name} className={ui.inPlace}>
      The {kind} “{name}” would not hold any more: {said}
    </p>
  ));
