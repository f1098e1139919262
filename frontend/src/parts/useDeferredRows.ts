import { useQueryClient } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";

const IDLE_MS = 20_000;

/**
 * What is under the pointer stays there: while the pointer is over the list, changes that come from outside
 * wait until it moves on or the person asks. What the person does shows at once.
 */
export function useDeferredRows<Page>(page: Page | undefined, ids: (page: Page) => number[]) {
  const [shown, setShown] = useState(page);
  const [over, setOver] = useState(false);
  const own = useRef(false);
  const idle = useRef(0);
  const queries = useQueryClient();
  useEffect(
    () =>
      queries.getMutationCache().subscribe((event) => {
        if (event.type === "updated" && event.action.type === "success") own.current = true;
      }),
    [queries],
  );
  const waits = over && shown !== undefined && page !== undefined && page !== shown;
  const has = waits ? new Set(ids(shown)) : undefined;
  const coming = waits ? ids(page).filter((id) => !has!.has(id)) : [];
  const held = coming.length > 0 && !own.current;
  if (page !== shown && !held) {
    own.current = false;
    setShown(page);
  }
  const rest = () => {
    clearTimeout(idle.current);
    idle.current = window.setTimeout(() => setOver(false), IDLE_MS);
  };
  return {
    shown: held ? shown : page,
    coming: held ? coming.length : 0,
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
