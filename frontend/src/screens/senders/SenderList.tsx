import { useVirtualizer } from "@tanstack/react-virtual";
import { useLayoutEffect, useRef, useState, type RefObject } from "react";
import { SENDERS_PAGE, useSenderPages, type SenderBy, type SenderQuestion, type SenderRow } from "../../api/senders";
import { Fault } from "../../parts/Fault";
import ui from "../../parts/page.module.css";
import { useKey } from "../../parts/keys";
import { SenderLine } from "./SenderLine";
import styles from "./senders.module.css";

const LINE = 50; // pixels

/** Senders as they are asked for: only those that are looked at are there, however many there are. */
export function SenderList({
  by,
  question,
  open,
  at,
  show,
  chosen,
  choose,
  chooseAll,
  scroll,
  told,
}: {
  by: SenderBy;
  question: SenderQuestion;
  open: string | undefined;
  /** where one is opened */
  at: (key: string) => string;
  show: (key: string | undefined) => void;
  /** undefined: all */
  chosen: Set<string> | undefined;
  choose: (rows: SenderRow[], on: boolean) => void;
  chooseAll: () => void;
  scroll: RefObject<HTMLElement | null>;
  told: (page: { lead: string; since: string; total: number }) => void;
}) {
  const box = useRef<HTMLDivElement>(null);
  const [margin, setMargin] = useState(0);
  const [total, setTotal] = useState(0);
  useLayoutEffect(() => setMargin(box.current?.offsetTop ?? 0), [total]);
  // eslint-disable-next-line react-hooks/incompatible-library -- no compiler keeps anything here from being drawn anew
  const rows = useVirtualizer({
    count: total,
    getScrollElement: () => scroll.current,
    estimateSize: () => LINE,
    overscan: 10,
    scrollMargin: margin,
  });
  const shown = rows.getVirtualItems();
  const first = Math.floor((shown[0]?.index ?? 0) / SENDERS_PAGE);
  const last = Math.floor((shown[shown.length - 1]?.index ?? 0) / SENDERS_PAGE);
  const pages = Array.from({ length: last - first + 1 }, (_, at) => first + at);
  const found = useSenderPages(by, question, pages);
  const rowAt = (index: number) => found[Math.floor(index / SENDERS_PAGE) - first]?.data?.senders[index % SENDERS_PAGE];
  const newest = found.find(({ data }) => data)?.data;
  useLayoutEffect(() => {
    if (!newest) return;
    setTotal(newest.total);
    told(newest);
  }, [newest, told]);
  // Up and down go through the list; a sheet that is open goes along.
  const lines = useRef(new Map<string, HTMLAnchorElement>());
  const focused = useRef<string>(undefined);
  const go = (step: number) => {
    const all = shown.map(({ index }) => rowAt(index)).filter((row) => row !== undefined);
    const from = all.findIndex(({ key }) => key === (focused.current ?? open));
    const next = all[from === -1 ? 0 : Math.min(Math.max(from + step, 0), all.length - 1)];
    if (!next) return false;
    lines.current.get(next.key)?.focus();
    if (open !== undefined) show(next.key);
  };
  useKey("next", () => go(1));
  useKey("previous", () => go(-1));
  useKey("chooseAll", () => chooseAll());
  useKey("choose", () => {
    const row = shown.map(({ index }) => rowAt(index)).find((each) => each?.key === focused.current);
    if (!row) return false;
    choose([row], !(chosen?.has(row.key) ?? true));
  });
  useKey("close", () => show(undefined), open !== undefined);
  const [from, setFrom] = useState<number>();
  const chooseAt = (index: number, stretch: boolean) => {
    const row = rowAt(index)!;
    const on = !(chosen?.has(row.key) ?? true);
    const [low, high] = stretch && from !== undefined ? [Math.min(from, index), Math.max(from, index)] : [index, index];
    setFrom(index);
    choose(
      Array.from({ length: high - low + 1 }, (_, at) => rowAt(low + at)).filter((each) => each !== undefined),
      on,
    );
  };
  return (
    <>
      <div className={styles.heads} aria-hidden>
        <span>by week</span>
        <span className={styles.counts}>
          <span>7 d</span>
          <span>30 d</span>
          <b>90 d</b>
        </span>
      </div>
      <div ref={box} className={styles.list} style={{ height: rows.getTotalSize() }} role="list" aria-label="Senders">
        {shown.map(({ index, key, start }) => {
          const row = rowAt(index);
          return (
            <div
              key={key}
              role="listitem"
              data-index={index}
              ref={rows.measureElement}
              className={styles.item}
              style={{ transform: `translateY(${start - margin}px)` }}
            >
              {row ? (
                <SenderLine
                  row={row}
                  by={by}
                  open={row.key === open}
                  chosen={chosen?.has(row.key) ?? true}
                  choose={(stretch) => chooseAt(index, stretch)}
                  to={at(row.key)}
                  stand={(line) => (line ? lines.current.set(row.key, line) : lines.current.delete(row.key))}
                  focused={(on) => (focused.current = on ? row.key : undefined)}
                />
              ) : (
                <div className={styles.blank} aria-hidden />
              )}
            </div>
          );
        })}
      </div>
      {newest && newest.total === 0 && (
        <p className={ui.quiet}>
          {by === "list" ? "No mailing list is like that." : "Nobody is like that."} Ask for all of them, or for other words.
        </p>
      )}
      {found.map((page, at) => (
        <Fault key={at} of={page} />
      ))}
    </>
  );
}
