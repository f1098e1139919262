import type { Status } from "../api/client";
import { useStopJob } from "../api/history";
import { BarButton } from "./BarButton";
import styles from "./going.module.css";

/** What goes through many messages at the moment, how far it has come, and the way to stop it. */
export function Going({ going }: { going: Status["going"] }) {
  const stop = useStopJob();
  return (
    <div role="status" aria-live="off">
      {going.map(({ id, done, of, words }) => (
        <div key={id} className={styles.going}>
          <progress value={done} max={of} aria-label={words} />
          <span>
            {words} <b>{(of - done).toLocaleString("en")}</b> of {of.toLocaleString("en")} are left.
          </span>
          <BarButton onClick={() => stop.mutate(id)} disabled={stop.isPending}>
            Stop
          </BarButton>
        </div>
      ))}
    </div>
  );
}
