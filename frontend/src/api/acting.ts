import { useMutation } from "@tanstack/react-query";
import { useHappenings } from "./events";

/** What may be done next, said beside the undo. */
export type Offer = { label: string; act: () => void };
/** What the outcome of an act may have for a person. */
export type Outcome = { message?: string; undo_id?: number | null; running?: boolean };
/** Who tells the outcome: a notice, or where it is done (then a notice tells only what went well), or nobody. */
export type TellsBy = "notice" | "inline" | "nobody";

declare module "@tanstack/react-query" {
  interface Register {
    mutationMeta: { tells: TellsBy; offer?: (given: never) => Offer | undefined };
  }
}

/**
 * A mutation, done once all that it touched is asked anew. Its meta says how the outcome is told: an act's at once, so that it can be
 * undone at once; a form's when it is done, since the page may go elsewhere then, and never after a person who has read that it is saved.
 */
export function useActMutation<Given, Result extends Outcome>(
  act: (given: Given) => Promise<Result>,
  { tells = "notice", offer }: { tells?: TellsBy; offer?: (given: Given) => Offer | undefined } = {},
) {
  const happenings = useHappenings();
  const form = async (given: Given) => {
    const outcome = await act(given);
    await happenings.settled;
    return outcome;
  };
  const mutationFn = tells === "inline" ? form : act;
  return useMutation({ mutationFn, meta: { tells, offer }, onSuccess: () => happenings.settled });
}
