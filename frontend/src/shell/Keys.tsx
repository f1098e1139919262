import { Suspense, useState } from "react";
import { lazily } from "../look/lazily";
import { useKey } from "../parts/keys";
import { BarButton } from "./BarButton";
import styles from "./button.module.css";

const KeysDialog = lazily("KeysDialog", () => import("./KeysDialog"));

/** Every key, a click or a key away. */
export function Keys() {
  const [open, setOpen] = useState(false);
  useKey("keys", () => setOpen(true));
  return (
    <>
      <BarButton quiet className={styles.keysButton} onClick={() => setOpen(true)}>
        Keys
      </BarButton>
      <Suspense fallback={null}>{open && <KeysDialog close={() => setOpen(false)} />}</Suspense>
    </>
  );
}
