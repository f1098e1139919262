import { useVirtualizer } from "@tanstack/react-virtual";
import { useCallback, useLayoutEffect, useRef, useState, type RefObject } from "react";
import { useViewPages, VIEW_PAGE } from "../../api/views";
import type { Row } from "../../api/client";
import { useTellRows } from "../../reading/order";
import { MessageRow } from "../../reading/rows";
import { useAnchor } from "./useAnchor";
import styles from "./views.module.css";

export const WHOLE = "whole"; // the part of a view without groups
const LINE = 33; // pixels of a row of one line; others are measured

/** The rows of a view: only those that are looked at are there, however many there are. */
export function ViewRows({
  view,
  group,
  count,
  open,
  scroll,
  compact,
}: {
  view: number;
  group?: string;
  count: number;
  open: number | undefined;
  scroll: RefObject<HTMLElement | null>;
  compact: boolean;
}) {
  const box = useRef<HTMLDivElement>(null);
  const [margin, setMargin] = useState(0); // what stands above the rows in the scrolling list
  useLayoutEffect(() => setMargin(box.current?.offsetTop ?? 0), [count]);
  const [known, setKnown] = useState<Map<number, Row>>(new Map()); // which message stands where, as far as it is seen
  // eslint-disable-next-line react-hooks/incompatible-library -- no compiler keeps anything here from being drawn anew
  const rows = useVirtualizer({
    count,
    getScrollElement: () => scroll.current,
    estimateSize: () => LINE,
    getItemKey: useCallback((index: number) => known.get(index)?.id ?? `at-${index}`, [known]),
    overscan: 12,
    scrollMargin: margin,
  });
  const shown = rows.getVirtualItems();
  const first = Math.floor((shown[0]?.index ?? 0) / VIEW_PAGE);
  const last = Math.floor((shown[shown.length - 1]?.index ?? 0) / VIEW_PAGE);
  const pages = Array.from({ length: last - first + 1 }, (_, at) => first + at);
  const found = useViewPages(view, group, pages);
  const rowAt = (index: number) => found[Math.floor(index / VIEW_PAGE) - first]?.data?.messages[index % VIEW_PAGE];
  const set = found.map(({ dataUpdatedAt }) => dataUpdatedAt).join();
  const [seen, setSeen] = useState("");
  if (seen !== `${pages.join()}:${set}`) {
    setSeen(`${pages.join()}:${set}`);
    setKnown(
      new Map(
        found.flatMap(({ data }, at) =>
          (data?.messages ?? []).map((row, place): [number, Row] => [pages[at]! * VIEW_PAGE + place, row]),
        ),
      ),
    );
  }
  useTellRows(
    group ?? WHOLE,
    [...known].sort(([one], [other]) => one - other).map(([, row]) => row),
  );
  useAnchor(scroll, box, set);
  return (
    <div
      ref={box}
      className={compact ? `${styles.viewRows} ${styles.compact}` : styles.viewRows}
      style={{ height: rows.getTotalSize() }}
    >
      {shown.map(({ index, key, start }) => {
        const row = rowAt(index);
        return (
          <div
            key={key}
            data-index={index}
            data-message={row?.id}
            ref={rows.measureElement}
            className={styles.viewRow}
            style={{ transform: `translateY(${start - margin}px)` }}
          >
            {row ? (
              <MessageRow row={row} to={`/views/${view}/${row.id}`} selected={row.id === open} />
            ) : (
              <div className={styles.viewBlank} aria-hidden />
            )}
          </div>
        );
      })}
    </div>
  );
}
