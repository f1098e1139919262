import type { Act } from "../api/client";
import { useAct } from "../api/messages";

/** Acts on messages of a list. @param also whether on all from their sender, and what to do once it is done */
export type Acts = (act: Act, ids: number[], also?: { sender?: boolean; done?: () => void }) => void;

export function useActs(): Acts {
  const acting = useAct();
  return (act, messages, { sender, done } = {}) => acting.mutate({ act, messages, sender }, { onSuccess: done });
}
