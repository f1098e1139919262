import { useLayoutEffect, useRef, type RefObject } from "react";

/** What stands for a message in the box of rows. */
const rowsIn = (box: HTMLElement) => (Array.from(box.children) as HTMLElement[]).filter((row) => row.dataset.message);
const rowOf = (box: HTMLElement, id: string) => rowsIn(box).find((row) => row.dataset.message === id);

/** The row that is looked at: the first whole one, or while the pointer is over the list the one under it. */
function lookedAt(list: HTMLElement, box: HTMLElement): HTMLElement | undefined {
  const top = list.getBoundingClientRect().top;
  const rows = rowsIn(box);
  return rows.find((row) => row.matches(":hover")) ?? rows.find((row) => row.getBoundingClientRect().top >= top);
}

const SETTLES_MS = 600; // in which the sizes of new rows are still being taken

/**
 * Keeps what is looked at where it is when messages come in above it or leave: once one has scrolled, and while the
 * pointer is over the list. Nothing is kept when the view is put in another order.
 * @param shown changes with every new set of rows
 */
export function useAnchor(scroll: RefObject<HTMLElement | null>, rows: RefObject<HTMLElement | null>, shown: string) {
  const anchor = useRef<{ id: string; top: number; shown: string }>(undefined);
  const settling = useRef(0);
  useLayoutEffect(() => {
    const list = scroll.current;
    const box = rows.current;
    if (!list || !box) return;
    const before = anchor.current;
    if (before && before.shown !== shown) settling.current = performance.now() + SETTLES_MS;
    if (before && performance.now() < settling.current && (list.scrollTop > 0 || list.matches(":hover"))) {
      const row = rowOf(box, before.id);
      if (row) list.scrollBy({ top: row.getBoundingClientRect().top - before.top });
    }
    const note = () => {
      const same = before && rowOf(box, before.id);
      const row = performance.now() < settling.current && same ? same : lookedAt(list, box);
      anchor.current = row && { id: row.dataset.message!, top: row.getBoundingClientRect().top, shown };
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
