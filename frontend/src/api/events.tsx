import { createContext, use, useEffect, useEffectEvent, useSyncExternalStore, type ReactNode } from "react";
import type { Happenings } from "./happenings";
import type { Connection, Told } from "./stream";

const Context = createContext<Happenings | undefined>(undefined);

/** Listens for as long as it stands, and keeps every query current. */
export function HappeningsProvider({ happenings, children }: { happenings: Happenings; children: ReactNode }) {
  useEffect(() => happenings.start(), [happenings]);
  return <Context value={happenings}>{children}</Context>;
}

export function useHappenings(): Happenings {
  const happenings = use(Context);
  if (!happenings) throw new Error("useHappenings outside HappeningsProvider");
  return happenings;
}

/** Whether the server is heard. */
export function useConnection(): Connection {
  const happenings = useHappenings();
  return useSyncExternalStore(happenings.subscribe, () => happenings.connection);
}

/** Calls for everything that is heard. */
export function useHear(hear: (told: Told) => void) {
  const happenings = useHappenings();
  const latest = useEffectEvent(hear);
  useEffect(() => happenings.subscribe((told) => latest(told)), [happenings]);
}
