import { useState, type DragEvent, type ReactNode } from "react";
import { useImport } from "../api/sources";
import styles from "./app.module.css";
import dropStyles from "./drop.module.css";

const holdsFiles = (event: DragEvent) => event.dataTransfer.types.includes("Files");

/** Files of mail dropped anywhere on the window are brought in, one after the other. */
export function DropZone({ children }: { children: ReactNode }) {
  const [over, setOver] = useState(false);
  const [busy, setBusy] = useState<string>();
  const bring = useImport();
  const drop = async (event: DragEvent) => {
    if (!holdsFiles(event)) return;
    event.preventDefault();
    setOver(false);
    for (const file of Array.from(event.dataTransfer.files)) {
      setBusy(file.name);
      await bring.mutateAsync({ file, asNew: false }).catch(() => undefined);
    }
    setBusy(undefined);
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
      {busy && (
        <div className={dropStyles.dropBusy} role="status">
          Taking in {busy} …
        </div>
      )}
    </div>
  );
}
