import { useLayoutEffect, useRef, type RefObject } from "react";

/** The row that is looked at: the first whole one, or while the pointer is over the list the one under it. */
function lookedAt(list: HTMLElement): HTMLElement | undefined {
  const top = list.getBoundingClientRect().top;
  const rows = Array.from(list.querySelectorAll<HTMLElement>("[data-row]"));
  return rows.find((row) => row.matches(":hover")) ?? rows.find((row) => row.getBoundingClientRect().top >= top);
}

const SETTLES_MS = 600; // in which the sizes of new rows are still being taken

/**
 * Keeps what is looked at where it is when messages come in above it or leave: once one has scrolled, and while the
 * pointer is over the list. Nothing is kept when the view is put in another order.
 * @param shown changes with every new set of rows
 */
export function useAnchor(scroll: RefObject<HTMLElement | null>, shown: string) {
  const anchor = useRef<{ id: string; top: number; shown: string }>(undefined);
  const settling = useRef(0);
  useLayoutEffect(() => {
    const list = scroll.current;
    if (!list) return;
    const before = anchor.current;
    if (before && before.shown !== shown) settling.current = performance.now() + SETTLES_MS;
    if (before && performance.now() < settling.current && (list.scrollTop > 0 || list.matches(":hover"))) {
      const row = list.querySelector<HTMLElement>(`[data-row="${before.id}"]`);
      if (row) list.scrollTop += row.getBoundingClientRect().top - before.top;
    }
    const note = () => {
      const same = before && list.querySelector<HTMLElement>(`[data-row="${before.id}"]`);
      const row = performance.now() < settling.current && same ? same : lookedAt(list);
      anchor.current = row && { id: row.dataset.row!, top: row.getBoundingClientRect().top, shown };
    };
    note();
    list.addEventListener("scroll", note, { passive: true });
    list.addEventListener("pointermove", note, { passive: true });
    return () => {
      list.removeEventListener("scroll", note);
      list.removeEventListener("pointermove", note);
    };
  });
}
