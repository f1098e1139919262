import { useEffect, useEffectEvent } from "react";
import { bodyOf, useRoutines, type Routine } from "../../api/routines";
import { useKeyMap } from "../../parts/keys";

/** @returns whether the message leaves the list by it */
export const goesAway = (routine: Routine): boolean => {
  const { clear, put_off, then } = bodyOf(routine);
  return Boolean(clear || put_off || then?.discard);
};

/** Each routine by the letter that it was given. */
export function useRoutineKeys(run: (routine: Routine) => void) {
  const keys = useKeyMap();
  const routines = useRoutines().data?.routines;
  const press = useEffectEvent(run);
  useEffect(() => {
    const ends = routines?.flatMap((routine) => (routine.key ? keys.wantLetter(routine.key, () => press(routine)) : []));
    return () => ends?.forEach((end) => end());
  }, [keys, routines]);
}
