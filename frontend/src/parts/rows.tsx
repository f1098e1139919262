import AttachFile from "@mui/icons-material/AttachFile";
import Flag from "@mui/icons-material/Flag";
import VerticalAlignTop from "@mui/icons-material/VerticalAlignTop";
import { useState, type ReactNode } from "react";
import { Link } from "react-router";
import type { InkStyle, Row } from "../api/client";
import { useVocabulary } from "../api/queries";
import { ChooseBox } from "./chosen";
import { inkClasses, inkStyle } from "./ink";
import { Marked } from "./Marked";
import "./rows.css";

type Given = {
  row: Row;
  to: string;
  selected: boolean;
  fresh?: boolean;
  actions?: ReactNode;
  /** one line each, whatever its priority: where many are looked through */
  dense?: boolean;
};

const PRIORITY_WORDS = { top: "Top", high: "High", normal: "", low: "Low" };

export function PriorityWord({ priority }: { priority: Row["priority"] }) {
  return priority === "normal" ? null : <span className={`pill ${priority}`}>{PRIORITY_WORDS[priority]}</span>;
}

export function Labels({ names }: { names: string[] }) {
  const colours = useVocabulary().data?.label_colours ?? {};
  return names.map((name) => (
    <span key={name} className="pill label" style={{ "--c": colours[name] ?? "var(--spruce)" } as React.CSSProperties}>
      {name}
    </span>
  ));
}

/** The ink that a message wears. */
const useInk = (row: Row): InkStyle | undefined => {
  const styles = useVocabulary().data?.ink_styles;
  return row.ink ? styles?.[row.ink] : undefined;
};

function Signs({ row }: { row: Row }) {
  return (
    <>
      {row.fresh && <span className="pill new">new</span>}
      {row.kept && <VerticalAlignTop className="sign kept" titleAccess="Kept at top" />}
      {row.flagged && <Flag className="sign flagged" titleAccess="Flagged" />}
      {row.has_attachment && <AttachFile className="sign" titleAccess="Has an attachment" />}
    </>
  );
}

function classes(kind: string, { row, selected, fresh }: Given, ink: InkStyle | undefined) {
  return ["row", kind, row.unread ? "unread" : "read", selected && "selected", fresh && "fresh", ...inkClasses(ink)]
    .filter(Boolean)
    .join(" ");
}

const Subject = ({ row }: { row: Row }) => <Marked text={row.subject} pieces={row.subject_pieces} />;
const Excerpt = ({ row }: { row: Row }) => <Marked text={row.excerpt} pieces={row.excerpt_pieces} />;

function Who({ row }: { row: Row }) {
  return (
    <span className="who">
      <b>{row.sender}</b> <PriorityWord priority={row.priority} /> <Labels names={row.labels} />
      <Signs row={row} />
      {row.calling && <span className="pill calling">calls</span>}
      <time>{row.because ?? `${row.arrived} · ${row.came}`}</time>
    </span>
  );
}

/** Top: a card with an excerpt and its actions. */
function TopRow(given: Given) {
  const { row, to, actions } = given;
  const ink = useInk(row);
  return (
    <div className={classes("top", given, ink)} style={inkStyle(ink)}>
      <ChooseBox id={row.id} subject={row.subject} />
      <Link to={to} data-row={row.id}>
        <Who row={row} />
        <span className="subject">
          <Subject row={row} />
        </span>
        <span className="excerpt">
          <Excerpt row={row} />
        </span>
      </Link>
      {actions && <div className="actions">{actions}</div>}
    </div>
  );
}

/** High: two lines. */
function HighRow(given: Given) {
  const { row, to } = given;
  const ink = useInk(row);
  return (
    <div className={classes("high", given, ink)} style={inkStyle(ink)}>
      <ChooseBox id={row.id} subject={row.subject} />
      <Link to={to} data-row={row.id}>
        <Who row={row} />
        <span className="line">
          <em>
            <Subject row={row} />
          </em>{" "}
          — <Excerpt row={row} />
        </span>
      </Link>
    </div>
  );
}

/** Normal: one line. */
function NormalRow(given: Given) {
  const { row, to, dense } = given;
  const ink = useInk(row);
  return (
    <div className={classes("normal", given, ink)} style={inkStyle(ink)}>
      <ChooseBox id={row.id} subject={row.subject} />
      <Link to={to} data-row={row.id}>
        <b>{row.sender}</b>
        <span className="line">
          <em>
            <Subject row={row} />
          </em>{" "}
          {dense && <PriorityWord priority={row.priority} />} <Labels names={row.labels} /> — <Excerpt row={row} />
        </span>
        <Signs row={row} />
        <time>{row.because ?? row.arrived}</time>
      </Link>
    </div>
  );
}

/** A message takes the room it has earned. */
export function MessageRow(given: Given) {
  if (given.dense) return <NormalRow {...given} />;
  if (given.row.priority === "top") return <TopRow {...given} />;
  return given.row.priority === "high" ? <HighRow {...given} /> : <NormalRow {...given} />;
}

/** Low mail runs together, counted by sender, and opens up. */
export function Brief({ rows, render }: { rows: Row[]; render: (row: Row) => ReactNode }) {
  const [open, setOpen] = useState<string[]>([]);
  if (rows.length === 0) return null;
  const senders = [...new Set(rows.map(({ sender }) => sender))];
  const toggle = (sender: string) =>
    setOpen((now) => (now.includes(sender) ? now.filter((name) => name !== sender) : [...now, sender]));
  return (
    <div className="brief">
      <p>
        <b>In brief</b>{" "}
        {senders.map((sender, index) => {
          const own = rows.filter((row) => row.sender === sender);
          return (
            <span key={sender}>
              {index > 0 && " · "}
              <button onClick={() => toggle(sender)} aria-expanded={open.includes(sender)}>
                {sender}
                {own.length > 1 && <b> ×{own.length}</b>}
              </button>{" "}
              {own[0]!.subject}
            </span>
          );
        })}
      </p>
      {senders.filter((sender) => open.includes(sender)).map((sender) => rows.filter((row) => row.sender === sender).map(render))}
    </div>
  );
}
