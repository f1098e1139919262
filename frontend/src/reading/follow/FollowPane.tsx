import type { Sheet } from "../../api/client";
import { useRunRoutine, type Routine } from "../../api/routines";
import { useList } from "../order";
import type { Begin } from "./begin";
import { EventPane } from "./EventPane";
import { ExpectPane } from "./ExpectPane";
import { RoutinePane } from "./RoutinePane";
import { goesAway } from "./routineKeys";
import { TaskPane } from "./TaskPane";

type Given = {
  pane: "expect" | "task" | "event" | "routine";
  sheet: Sheet;
  /** what is selected of the text */
  words: () => string;
  begin?: Begin;
  step?: (by: number) => void;
  close: () => void;
};

/** What follows from one message, as it is made. */
export function FollowPane({ pane, sheet, words, begin, step, close }: Given) {
  const run = useRunRoutine();
  const list = useList();
  const go = (routine: Routine) => {
    close();
    if (goesAway(routine)) list?.leaving([sheet.id]);
    else if (routine.next) step?.(1);
    run.mutate({ name: routine.name, messages: [sheet.id] });
  };
  if (pane === "expect") return <ExpectPane sheet={sheet} close={close} />;
  if (pane === "task") return <TaskPane sheet={sheet} words={words} begin={begin} close={close} />;
  if (pane === "event") return <EventPane sheet={sheet} begin={begin} close={close} />;
  return <RoutinePane ids={[sheet.id]} run={go} close={close} />;
}
