import { useState, type DragEvent, type ReactNode } from "react";
import { useBringing } from "../api/sources";
import { BarButton } from "./BarButton";
import styles from "./app.module.css";
import dropStyles from "./drop.module.css";

const holdsFiles = (event: DragEvent) => event.dataTransfer.types.includes("Files");

/** Files of mail dropped anywhere on the window are brought in, one after the other. */
export function DropZone({ children }: { children: ReactNode }) {
  const [over, setOver] = useState(false);
  const { take, said, busy, forget } = useBringing();
  const drop = (event: DragEvent) => {
    if (!holdsFiles(event)) return;
    event.preventDefault();
    setOver(false);
    void take(Array.from(event.dataTransfer.files), false);
  };
  return (
    <div
      className={styles.app}
      onDragOver={(event) => {
        if (!holdsFiles(event)) return;
        event.preventDefault();
        setOver(true);
      }}
      onDragLeave={(event) => event.relatedTarget === null && setOver(false)}
      onDrop={drop}
    >
      {children}
      {over && (
        <div className={dropStyles.dropOver}>
          <p>Drop .eml or mbox files to bring them in</p>
        </div>
      )}
      {(busy || said.length > 0) && (
        <div className={dropStyles.dropBusy} role="status">
          <ul>
            {said.map(({ message, failed }, index) => (
              <li key={index} className={failed ? dropStyles.failed : undefined}>
                {message}
              </li>
            ))}
          </ul>
          {busy ? `Taking in ${busy} …` : <BarButton onClick={forget}>Close</BarButton>}
        </div>
      )}
    </div>
  );
}
