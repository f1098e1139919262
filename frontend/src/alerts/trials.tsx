import { createContext, use, useEffect, useEffectEvent, useState, type ReactNode } from "react";
import type { Alert } from "../api/client";

type Hear = (alert: Alert, volume: number) => void;
export type Trial = Pick<Alert, "level" | "text" | "desktop"> & { sound?: string | null };

/** Alerts that are shown and sounded in this page for trying them; nothing is entered in the journal. */
class Trials {
  readonly #hearers = new Set<Hear>();
  readonly #unheard: Parameters<Hear>[] = []; // tried before what shows alerts was loaded
  #last = 0;

  subscribe(hear: Hear): () => void {
    this.#hearers.add(hear);
    this.#unheard.splice(0).forEach((trial) => hear(...trial));
    return () => void this.#hearers.delete(hear);
  }

  /** @param volume 0 to 100 */
  tryOut = (alert: Trial, volume: number) => {
    this.#last -= 1; // below every real one
    const given: Alert = {
      ...alert,
      id: this.#last,
      message_id: 0,
      rule: "only to try it",
      sender: "Up Front",
      subject: "an alert to try",
      at: "now",
      calls: 1,
      became: "",
      opened: false,
      silenced: false,
    };
    if (this.#hearers.size === 0) this.#unheard.push([given, volume]);
    else this.#hearers.forEach((hear) => hear(given, volume));
  };
}

const Context = createContext<Trials | undefined>(undefined);

export function TrialsProvider({ children }: { children: ReactNode }) {
  const [trials] = useState(() => new Trials());
  return <Context value={trials}>{children}</Context>;
}

function useTrials(): Trials {
  const trials = use(Context);
  if (!trials) throw new Error("useTrials outside TrialsProvider");
  return trials;
}

export const useTryOut = () => useTrials().tryOut;

/** Shows and sounds what is tried. */
export function useHearTrials(hear: Hear) {
  const trials = useTrials();
  const latest = useEffectEvent(hear);
  useEffect(() => trials.subscribe((alert, volume) => latest(alert, volume)), [trials]);
}
