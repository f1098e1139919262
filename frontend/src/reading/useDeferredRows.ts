import { useQueryClient } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";

const IDLE_MS = 20_000;
const OWN_MS = 1_000; // in which what the person did has come to be shown

/** Whether the person has just done something. */
function useJustActed(): boolean {
  const queries = useQueryClient();
  const [acted, setActed] = useState(false);
  useEffect(() => {
    let timer = 0;
    const stop = queries.getMutationCache().subscribe((event) => {
      if (event.type !== "updated" || event.action.type !== "pending") return;
      clearTimeout(timer);
      setActed(true);
      timer = window.setTimeout(() => setActed(false), OWN_MS);
    });
    return () => {
      clearTimeout(timer);
      stop();
    };
  }, [queries]);
  return acted;
}

/**
 * What is under the pointer stays there: while the pointer is over the list, changes that come from outside
 * wait until it moves on or the person asks. What the person does shows at once.
 */
export function useDeferredRows<Page>(page: Page | undefined, ids: (page: Page) => number[]) {
  const [shown, setShown] = useState(page);
  const [over, setOver] = useState(false);
  const idle = useRef(0);
  const acted = useJustActed();
  const waits = over && !acted && shown !== undefined && page !== undefined && page !== shown;
  const has = new Set(waits ? ids(shown) : []);
  const coming = waits ? ids(page).filter((id) => !has.has(id)).length : 0;
  if (page !== shown && coming === 0) setShown(page);
  const rest = () => {
    clearTimeout(idle.current);
    idle.current = window.setTimeout(() => setOver(false), IDLE_MS);
  };
  return {
    shown: coming > 0 ? shown : page,
    coming,
    show: () => setOver(false),
    area: {
      onPointerMove: () => {
        if (!over) setOver(true);
        rest();
      },
      onPointerLeave: () => {
        clearTimeout(idle.current);
        setOver(false);
      },
    },
  };
}
