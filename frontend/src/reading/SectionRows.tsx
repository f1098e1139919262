import { useState, type ReactNode } from "react";
import type { Row } from "../api/client";
import styles from "./brief.module.css";
import { useTellRows } from "./order";

/** Rows of a section, each drawn; low mail runs together below them, counted by sender, and opens up. */
export function SectionRows({
  part,
  rows,
  low = [],
  draw,
}: {
  part: string;
  rows: Row[];
  low?: Row[];
  draw: (row: Row) => ReactNode;
}) {
  const [open, setOpen] = useState<string[]>([]);
  const senders = [...new Set(low.map(({ sender }) => sender))];
  const of = (sender: string) => low.filter((row) => row.sender === sender);
  const opened = senders.filter((sender) => open.includes(sender)).flatMap(of);
  const show = (id: number) => {
    const sender = low.find((row) => row.id === id)?.sender;
    if (sender !== undefined) setOpen((now) => (now.includes(sender) ? now : [...now, sender]));
  };
  useTellRows(part, [...rows, ...senders.flatMap(of)], show);
  const turn = (sender: string) =>
    setOpen((now) => (now.includes(sender) ? now.filter((name) => name !== sender) : [...now, sender]));
  return (
    <>
      {rows.map(draw)}
      {senders.length > 0 && (
        <div className={styles.brief}>
          <p>
            <b>In brief</b>{" "}
            {senders.map((sender, index) => (
              <span key={sender}>
                {index > 0 && " · "}
                <button onClick={() => turn(sender)} aria-expanded={open.includes(sender)}>
                  {sender}
                  {of(sender).length > 1 && <b> ×{of(sender).length}</b>}
                </button>{" "}
                {of(sender)[0]!.subject}
              </span>
            ))}
          </p>
          {opened.map(draw)}
        </div>
      )}
    </>
  );
}
