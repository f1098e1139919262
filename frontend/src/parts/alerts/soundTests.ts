import { useEffect, useRef } from "react";
import type { Alert } from "../../api/client";

type Hear = (alert: Alert, volume: number) => void;
const hearers = new Set<Hear>();
let last = 0;

/** Shows and sounds an alert here, for trying it; nothing is entered in the journal. */
export function tryOut(alert: Pick<Alert, "level" | "text" | "desktop"> & { sound?: string | null }, volume: number) {
  const given: Alert = {
    ...alert,
    id: (last -= 1),
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
  hearers.forEach((hear) => hear(given, volume));
}

export function useSoundTests(hear: Hear) {
  const latest = useRef(hear);
  useEffect(() => {
    latest.current = hear;
  });
  useEffect(() => {
    const own: Hear = (alert, volume) => latest.current(alert, volume);
    hearers.add(own);
    return () => void hearers.delete(own);
  }, []);
}
