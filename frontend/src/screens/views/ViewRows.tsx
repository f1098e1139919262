import { useVirtualizer } from "@tanstack/react-virtual";
import { useLayoutEffect, useRef, useState, type RefObject } from "react";
import { useViewPages, VIEW_PAGE } from "../../api/queries";
import { MessageRow } from "../../parts/rows";

const LINE = 33; // pixels of a row of one line; others are measured

/** The rows of a view: only those that are looked at are there, however many there are. */
export function ViewRows({
  view,
  group,
  count,
  place,
  open,
  scroll,
  compact,
}: {
  view: number;
  group?: string;
  count: number;
  place: string;
  open: number | undefined;
  scroll: RefObject<HTMLElement | null>;
  compact: boolean;
}) {
  const box = useRef<HTMLDivElement>(null);
  const [margin, setMargin] = useState(0); // what stands above the rows in the scrolling list
  useLayoutEffect(() => setMargin(box.current?.offsetTop ?? 0), [count]);
  const rows = useVirtualizer({
    count,
    getScrollElement: () => scroll.current,
    estimateSize: () => LINE,
    overscan: 12,
    scrollMargin: margin,
  });
  const shown = rows.getVirtualItems();
  const first = Math.floor((shown[0]?.index ?? 0) / VIEW_PAGE);
  const last = Math.floor((shown[shown.length - 1]?.index ?? 0) / VIEW_PAGE);
  const pages = Array.from({ length: last - first + 1 }, (_, at) => first + at);
  const found = useViewPages(view, group, pages);
  const rowAt = (index: number) => found[Math.floor(index / VIEW_PAGE) - first]?.data?.messages[index % VIEW_PAGE];
  return (
    <div ref={box} className={compact ? "view-rows compact" : "view-rows"} style={{ height: rows.getTotalSize() }}>
      {shown.map(({ index, key, start }) => {
        const row = rowAt(index);
        return (
          <div
            key={key}
            data-index={index}
            ref={rows.measureElement}
            className="view-row"
            style={{ transform: `translateY(${start - margin}px)` }}
          >
            {row ? (
              <MessageRow row={row} to={`${place}/${row.id}`} selected={row.id === open} fresh={row.fresh} />
            ) : (
              <div className="view-blank" aria-hidden />
            )}
          </div>
        );
      })}
    </div>
  );
}
