import { useRunRoutine } from "../../api/routines";
import { RoutinePane } from "./RoutinePane";

/** A routine done to the messages that are chosen. */
export function RoutinesOfChosen({ ids, begin, done, close }: Given) {
  const run = useRunRoutine();
  return (
    <RoutinePane
      ids={ids}
      begin={begin}
      run={({ name }) => {
        run.mutate({ name, messages: ids });
        done();
      }}
      close={close}
    />
  );
}
type Given = { ids: readonly number[]; begin?: string; done: () => void; close: () => void };
