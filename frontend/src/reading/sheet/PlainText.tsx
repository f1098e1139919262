import Button from "@mui/material/Button";
import { useState, type ReactNode } from "react";
import type { Sheet } from "../../api/client";
import styles from "./letter.module.css";

type Line = [text: string, marked: boolean][];
const FEWEST = 3; // lines that are quoted and folded away
const LINK = /https?:\/\/[^\s<>"“”]+/g;
const AFTER = /[.,;:!?)\]}’']+$/; // signs of the sentence that a link stands in

/** The pieces of a text, line by line. */
function linesOf(pieces: Line): Line[] {
  const lines: Line[] = [[]];
  for (const [text, marked] of pieces)
    text.split("\n").forEach((part, at) => {
      if (at > 0) lines.push([]);
      if (part) lines[lines.length - 1]!.push([part, marked]);
    });
  return lines;
}

const isQuoted = (line: Line) => line[0]?.[0].startsWith(">") === true;

/** Runs of lines that are quoted, or are not. */
function runsOf(lines: Line[]): { quoted: boolean; lines: Line[] }[] {
  const runs: { quoted: boolean; lines: Line[] }[] = [];
  for (const line of lines) {
    const quoted = isQuoted(line);
    const last = runs[runs.length - 1];
    if (last && last.quoted === quoted) last.lines.push(line);
    else runs.push({ quoted, lines: [line] });
  }
  return runs;
}

/** A text with its links as links; they open beside the page, and tell nobody where from. */
function linked(text: string): ReactNode {
  const parts: ReactNode[] = [];
  let from = 0;
  for (const found of text.matchAll(LINK)) {
    const address = found[0].replace(AFTER, "");
    parts.push(
      text.slice(from, found.index),
      <a key={found.index} href={address} target="_blank" rel="noreferrer noopener">
        {address}
      </a>,
    );
    from = found.index + address.length;
  }
  return parts.length === 0 ? text : [...parts, text.slice(from)];
}

const Lines = ({ lines }: { lines: Line[] }) =>
  lines.map((line, at) => (
    <span key={at}>
      {line.map(([text, marked], index) => (marked ? <mark key={index}>{text}</mark> : <span key={index}>{linked(text)}</span>))}
      {at < lines.length - 1 && "\n"}
    </span>
  ));

function Quoted({ lines }: { lines: Line[] }) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <Button variant="text" aria-expanded={open} onClick={() => setOpen(!open)}>
        {open ? "Fold the quoted text" : `Quoted text, ${lines.length} lines`}
      </Button>
      {"\n"}
      {open && <Lines lines={lines} />}
    </>
  );
}

/** The text of a message: links as links, what it quotes folded away, the words marked that rules look for. */
export function PlainText({ sheet }: { sheet: Sheet }) {
  if (!sheet.text) return <div className={styles.text}>(no text)</div>;
  const runs = runsOf(linesOf((sheet.text_pieces as Line | null | undefined) ?? [[sheet.text, false]]));
  const folds = runs.some((run) => !run.quoted && run.lines.some((line) => line.some(([text]) => text.trim() !== "")));
  return (
    <div className={styles.text}>
      {runs.map((run, at) => (
        <span key={at}>
          {run.quoted && folds && run.lines.length >= FEWEST ? <Quoted lines={run.lines} /> : <Lines lines={run.lines} />}
          {at < runs.length - 1 && "\n"}
        </span>
      ))}
    </div>
  );
}
