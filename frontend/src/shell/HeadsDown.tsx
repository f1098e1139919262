import { Suspense, useState } from "react";
import type { Status } from "../api/client";
import { lazily } from "../look/lazily";
import { KeyCap } from "../parts/KeyCap";
import { useKey } from "../parts/keys";
import { BarButton } from "./BarButton";
import styles from "./button.module.css";

const HeadsDownDialog = lazily("HeadsDownDialog", () => import("./HeadsDownDialog"));

/** "Not now": one key, until a round or for so long; the whole page shows it quietly. */
export function HeadsDown({ status }: { status: Status }) {
  const [open, setOpen] = useState(false);
  const now = status.heads_down ?? undefined;
  useKey("headsDown", () => setOpen(true));
  return (
    <>
      <BarButton className={now ? styles.down : ""} onClick={() => setOpen(true)}>
        {now ? `Heads-down ${now.label} · ${now.left}` : "Heads-down"} <KeyCap of="headsDown" />
      </BarButton>
      <Suspense fallback={null}>{open && <HeadsDownDialog status={status} close={() => setOpen(false)} />}</Suspense>
    </>
  );
}
