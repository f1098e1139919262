import AttachFile from "@mui/icons-material/AttachFile";
import Flag from "@mui/icons-material/Flag";
import VerticalAlignTop from "@mui/icons-material/VerticalAlignTop";
import { useState, type ReactNode } from "react";
import { Link } from "react-router";
import type { InkStyle, Row } from "../api/client";
import { useVocabulary } from "../api/rules";
import { inkStyle } from "../look/ink";
import inks from "../parts/ink.module.css";
import { Pill, LabelPill } from "../parts/Pill";
import { ChooseBox } from "./chosen";
import { Marked } from "./Marked";
import { useList } from "./order";
import { RowActions } from "./RowActions";
import styles from "./rows.module.css";

type Given = {
  row: Row;
  to: string;
  selected: boolean;
  fresh?: boolean;
  /** one line each, whatever its priority: where many are looked through */
  dense?: boolean;
};

const PRIORITY_WORDS = { top: "Top", high: "High", normal: "", low: "Low" };

export function PriorityWord({ priority }: { priority: Row["priority"] }) {
  return priority === "normal" ? null : <Pill kind={priority}>{PRIORITY_WORDS[priority]}</Pill>;
}

export function Labels({ names }: { names: string[] }) {
  const colours = useVocabulary().data?.label_colours ?? {};
  return names.map((name) => (
    <LabelPill key={name} colour={colours[name] ?? "var(--spruce)"}>
      {name}
    </LabelPill>
  ));
}

/** The ink that a message wears. */
const useInk = (row: Row): InkStyle | undefined => {
  const inks = useVocabulary().data?.ink_styles;
  return row.ink ? inks?.[row.ink] : undefined;
};

function Signs({ row }: { row: Row }) {
  return (
    <>
      {row.fresh && <Pill kind="new">new</Pill>}
      {row.back && <Pill kind="plain">back</Pill>}
      {row.gone && <Pill kind="plain">gone from its mailbox</Pill>}
      {row.kept && <VerticalAlignTop className={`${styles.sign} ${styles.kept}`} titleAccess="Kept at top" />}
      {row.flagged && <Flag className={`${styles.sign} ${styles.flagged}`} titleAccess="Flagged" />}
      {row.has_attachment && <AttachFile className={styles.sign} titleAccess="Has an attachment" />}
    </>
  );
}

const classes = (kind: "top" | "high" | "normal", { row, selected, fresh }: Given) =>
  [inks.inkSide, styles.row, styles[kind], !row.unread && styles.read, selected && styles.selected, fresh && styles.fresh]
    .filter(Boolean)
    .join(" ");

/** Where a row is opened, known to the list in which it stands. */
function RowLink({ id, to, children }: { id: number; to: string; children: ReactNode }) {
  const order = useList()?.order;
  return (
    <Link
      to={to}
      data-row={id}
      ref={(link) => {
        order?.stand(id, link);
        return () => order?.stand(id, null);
      }}
    >
      {children}
    </Link>
  );
}

/** A row as it stands in a list; what can be done with it shows where the pointer or the focus is. */
function Frame({ given, kind, children }: { given: Given; kind: "top" | "high" | "normal"; children: ReactNode }) {
  const { row, to } = given;
  const ink = useInk(row);
  const acts = useList() !== undefined;
  const [near, setNear] = useState(false);
  const [held, setHeld] = useState(false);
  return (
    <div
      className={classes(kind, given)}
      style={inkStyle(ink)}
      onPointerEnter={({ pointerType }) => setNear(pointerType === "mouse")}
      onPointerLeave={() => setNear(false)}
      onFocus={() => setNear(true)}
      onBlur={({ currentTarget, relatedTarget }) => !currentTarget.contains(relatedTarget) && setNear(false)}
    >
      <ChooseBox id={row.id} subject={row.subject} />
      <RowLink id={row.id} to={to}>
        {children}
      </RowLink>
      {acts && (near || held) && <RowActions row={row} hold={setHeld} />}
    </div>
  );
}

const Subject = ({ row }: { row: Row }) => <Marked text={row.subject} pieces={row.subject_pieces} />;
const Excerpt = ({ row }: { row: Row }) => <Marked text={row.excerpt} pieces={row.excerpt_pieces} />;

function Who({ row }: { row: Row }) {
  return (
    <span className={styles.who}>
      <b>{row.sender}</b> <PriorityWord priority={row.priority} /> <Labels names={row.labels} />
      <Signs row={row} />
      {row.calling && <Pill kind="calling">calls</Pill>}
      <time>{row.because ?? `${row.arrived} · ${row.came}`}</time>
    </span>
  );
}

/** Top: a card with an excerpt and its actions. */
function TopRow(given: Given) {
  const { row } = given;
  return (
    <Frame given={given} kind="top">
      <Who row={row} />
      <span className={styles.subject}>
        <Subject row={row} />
      </span>
      <span className={styles.excerpt}>
        <Excerpt row={row} />
      </span>
    </Frame>
  );
}

/** High: two lines. */
function HighRow(given: Given) {
  const { row } = given;
  return (
    <Frame given={given} kind="high">
      <Who row={row} />
      <span className={styles.line}>
        <em>
          <Subject row={row} />
        </em>{" "}
        — <Excerpt row={row} />
      </span>
    </Frame>
  );
}

/** Normal: one line. */
function NormalRow(given: Given) {
  const { row, dense } = given;
  return (
    <Frame given={given} kind="normal">
      <b>{row.sender}</b>
      <span className={styles.line}>
        <em>
          <Subject row={row} />
        </em>{" "}
        {dense && <PriorityWord priority={row.priority} />} <Labels names={row.labels} /> — <Excerpt row={row} />
      </span>
      <Signs row={row} />
      <time>{row.because ?? (row.back ? row.came : row.arrived)}</time>
    </Frame>
  );
}

/** A message takes the room it has earned. */
export function MessageRow(given: Given) {
  if (given.dense) return <NormalRow {...given} />;
  if (given.row.priority === "top") return <TopRow {...given} />;
  return given.row.priority === "high" ? <HighRow {...given} /> : <NormalRow {...given} />;
}
