import { useEffect, useState } from "react";
import { useConnection } from "../api/events";
import styles from "./going.module.css";

/** On a device from elsewhere: that what stands here was seen last, and when. At the machine itself the server is there, or nothing is. */
export function Offline() {
  const connection = useConnection();
  const [seenAt, setSeenAt] = useState<string>();
  useEffect(() => {
    const workers = navigator.serviceWorker as ServiceWorkerContainer | undefined;
    if (location.protocol !== "https:" || !workers) return;
    void workers.register("/offline.js").catch(() => undefined); // a certificate that is not trusted keeps nothing, and all else works
    const hear = ({ data }: MessageEvent<{ seenAt?: string }>) => setSeenAt(data.seenAt);
    workers.addEventListener("message", hear);
    return () => workers.removeEventListener("message", hear);
  }, []);
  const at =
    connection === "lost" &&
    seenAt &&
    new Date(seenAt).toLocaleString("en-GB", { weekday: "short", hour: "2-digit", minute: "2-digit" });
  return (
    <div role="status" aria-live="polite">
      {at && (
        <div className={styles.going}>
          <span>
            <b>Out of reach: this is what you saw last, {at}.</b> Nothing can be done from here until the server is reached again.
          </span>
        </div>
      )}
    </div>
  );
}
