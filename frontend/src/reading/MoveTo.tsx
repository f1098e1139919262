import { useHeld } from "../api/front";
import { useMoveToMoment } from "../api/messages";
import { Choosing } from "../parts/Choosing";

/** Another round for what waits. @param of what it is for, in words @param now the moment of the round that they wait for, if it is one */
export function MoveTo({ ids, of, now, done }: { ids: readonly number[]; of: string; now?: string | null; done?: () => void }) {
  const moving = useMoveToMoment();
  const rounds = useHeld().data?.rounds.filter(({ at }) => at !== now) ?? [];
  return (
    <Choosing
      label="Move to …"
      says={`Move to another round: ${of}`}
      choices={rounds.map(({ label, at }) => ({
        label: `the ${label}`,
        act: () => moving.mutate({ messages: [...ids], until: at }, { onSuccess: done }),
      }))}
    />
  );
}
