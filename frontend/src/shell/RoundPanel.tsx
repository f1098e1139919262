import { Link } from "react-router";
import { useRound } from "../api/front";
import { Panel } from "./Panel";
import styles from "./round.module.css";

/** What one round brought or will bring. */
export function RoundPanel({ at, anchor, close }: { at: string; anchor: HTMLElement; close: () => void }) {
  const round = useRound(at).data;
  return (
    <Panel
      name={round?.title ?? "Round"}
      anchor={anchor}
      at={{ vertical: "center", horizontal: "right" }}
      from={{ vertical: "center", horizontal: "left" }}
      close={close}
    >
      <div className={styles.roundPanel}>
        <h2>{round?.title ?? "…"}</h2>
        {round && (
          <p>
            {round.messages.length === 0
              ? round.done
                ? "It brought nothing."
                : "Nothing waits for it yet."
              : `${round.done ? "Brought" : "Will bring"} ${round.messages.length}:`}
          </p>
        )}
        <ul>
          {round?.messages.map((row) => (
            <li key={row.id}>
              <Link to={`/${round.done ? "front" : "held"}/${row.id}`} onClick={close}>
                <b>{row.sender}</b> {row.subject}
              </Link>
            </li>
          ))}
        </ul>
      </div>
    </Panel>
  );
}
