import Button from "@mui/material/Button";
import { useEffect, useRef, type ReactNode } from "react";
import { useNavigate } from "react-router";
import { alertsOpened } from "../../api/alerts";
import type { Act, Sheet } from "../../api/client";
import { useMarkRead, useSheet } from "../../api/messages";
import { useVocabulary } from "../../api/rules";
import { inkStyle } from "../../look/ink";
import { Fault } from "../../parts/Fault";
import { KeyCap } from "../../parts/KeyCap";
import ui from "../../parts/page.module.css";
import { Marked } from "../Marked";
import { MoveTo } from "../MoveTo";
import { Labels, PriorityWord } from "../rows";
import type { Acts } from "../acts";
import { useList } from "../order";
import { BringBack } from "./BringBack";
import { InkPane } from "./InkPane";
import { KeepPane } from "./KeepPane";
import { LabelsPane } from "./LabelsPane";
import { Letter } from "./Letter";
import type { Pane } from "./pane";
import { MakeRule } from "./MakeRule";
import styles from "./sheet.module.css";
import { Source } from "./Source";
import { Thread } from "./Thread";
import { Why } from "./Why";

type Given = {
  id: number | undefined;
  /** the address of a message in the place, and without one of the place itself */
  at: (id?: number) => string;
  act: Acts;
  pane: Pane | undefined;
  show: (pane: Pane | undefined) => void;
  empty: ReactNode;
  reads?: Reads;
  /** what the place has to say of the message, below its why */
  aside?: ReactNode;
};

/** When an opened message counts as read: a list of unread mail must not lose it while it is read. */
export type Reads = "at once" | "on leaving" | "never";

const initials = (name: string) =>
  name
    .split(/\s+/)
    .map((part) => part.match(/[\p{L}\p{N}]/u)?.[0] ?? "")
    .join("")
    .slice(0, 2)
    .toUpperCase();

function Head({ sheet }: { sheet: Sheet }) {
  const sender = sheet.from[0];
  const inks = useVocabulary().data?.ink_styles;
  const ink = sheet.ink ? inks?.[sheet.ink] : undefined;
  return (
    <>
      <div className={styles.meta}>
        <div className={styles.initials} aria-hidden>
          {initials(sender?.name ?? sheet.sender)}
        </div>
        <div className={styles.people}>
          <b>{sender?.name ?? sheet.sender}</b> {sender && !sender.name.includes(sender.email) && <span>{sender.email}</span>}
          <br />
          {sheet.addressed}
        </div>
        <time>{sheet.arrived}</time>
      </div>
      <h1 className={styles.title} style={inkStyle(ink)}>
        <Marked text={sheet.subject} pieces={sheet.subject_pieces} /> <PriorityWord priority={sheet.priority} />{" "}
        <Labels names={sheet.labels} />
      </h1>
    </>
  );
}

type ActionsGiven = { sheet: Sheet } & Pick<Given, "act" | "show">;

/** How loud it is, by hand: priority, top, labels. */
function Weigh({ sheet, act, show }: ActionsGiven) {
  const weigh = (name: Act) => act(name, [sheet.id]);
  return (
    <div className={styles.sheetWeigh} role="group" aria-label="Its weight">
      {sheet.priority !== "top" && (
        <Button variant="text" onClick={() => weigh("raise")}>
          Raise <KeyCap of="raise" />
        </Button>
      )}
      {sheet.priority !== "low" && (
        <Button variant="text" onClick={() => weigh("lower")}>
          Lower <KeyCap of="lower" />
        </Button>
      )}
      <Button variant="text" onClick={() => (sheet.kept ? weigh("unkeep") : show("keep"))}>
        {sheet.kept ? "No longer at top" : "Keep at top"} <KeyCap of="keep" />
      </Button>
      <Button variant="text" onClick={() => show("labels")}>
        Labels <KeyCap of="label" />
      </Button>
      <Button variant="text" onClick={() => show("ink")}>
        Ink <KeyCap of="ink" />
      </Button>
    </div>
  );
}

function Actions({ sheet, act, show }: ActionsGiven) {
  const list = useList();
  const makeRule = () => show("rule");
  const bringBack = () => show("back");
  const leave = (name: Act) => {
    list?.leaving([sheet.id]);
    act(name, [sheet.id]);
  };
  const clear = () => leave("clear");
  const letIn = () => leave("let_in");
  const flag = () => act(sheet.flagged ? "unflag" : "flag", [sheet.id]);
  const unread = () => act(sheet.unread ? "read" : "unread", [sheet.id]);
  return (
    <div className={ui.sheetFoot} data-sheet-foot>
      <Weigh sheet={sheet} act={act} show={show} />
      {sheet.put_off && (
        <Button variant="contained" onClick={letIn}>
          Bring back now <KeyCap of="letIn" />
        </Button>
      )}
      {sheet.held && (
        <Button variant="contained" onClick={letIn}>
          Let in now <KeyCap of="letIn" />
        </Button>
      )}
      {sheet.held && (
        <Button
          onClick={() => {
            list?.leaving([sheet.id]);
            act("let_in", [sheet.id], { sender: true });
          }}
        >
          All from this sender
        </Button>
      )}
      {sheet.held && <MoveTo ids={[sheet.id]} of={sheet.subject} now={sheet.comes_at} />}
      {sheet.discarded && (
        <Button variant="contained" onClick={() => act("recover", [sheet.id])}>
          Recover
        </Button>
      )}
      {sheet.cleared ? (
        <span className={ui.quiet}>{sheet.standing}</span>
      ) : (
        <Button variant={sheet.held ? undefined : "contained"} onClick={clear}>
          Clear <KeyCap of="clear" />
        </Button>
      )}
      <Button onClick={flag}>
        {sheet.flagged ? "Take the flag off" : "Flag"} <KeyCap of="flag" />
      </Button>
      {!sheet.held && (
        <Button onClick={bringBack}>
          Bring back <KeyCap of="bringBack" />
        </Button>
      )}
      {!sheet.held && (
        <Button onClick={unread}>
          {sheet.unread ? "Mark read" : "Mark unread"} <KeyCap of="unread" />
        </Button>
      )}
      <Button onClick={makeRule} className={ui.last}>
        {sheet.held ? "This should come straight in" : "Make a rule"} <KeyCap of="rule" />
      </Button>
    </div>
  );
}

/**
 * Opening a message marks it read, once; marking it unread afterwards stays.
 * @param leaving only when the person moves on: a list of unread mail must not lose it while it is read
 */
function useReadOnce(sheet: Sheet | undefined, leaving: boolean) {
  const markRead = useMarkRead();
  const done = useRef<number>(undefined);
  useEffect(() => {
    if (!sheet || done.current === sheet.id) return;
    done.current = sheet.id;
    if (sheet.unread && !leaving) markRead.mutate(sheet.id);
    if (sheet.alerted) void alertsOpened([sheet.id]).catch(() => undefined); // only the journal misses it
  }, [sheet, leaving, markRead]);
  const latest = useRef<() => void>(undefined);
  useEffect(() => {
    latest.current = () => leaving && sheet?.unread && markRead.mutate(sheet.id);
  });
  const id = sheet?.id;
  useEffect(() => (id === undefined ? undefined : () => latest.current?.()), [id]);
}

/** The reading sheet: the message, above its text the account of its claim, below it what can be done. */
export function SheetPane({ id, at, act, pane, show, reads = "at once", empty, aside }: Given) {
  const sheet = useSheet(id);
  const navigate = useNavigate();
  const list = useList();
  const data = id === undefined ? undefined : sheet.data;
  const close = () => show(undefined);
  useReadOnce(reads === "never" ? undefined : data, reads === "on leaving");
  if (id === undefined) return <aside className={`${ui.sheet} ${ui.nothing}`}>{empty}</aside>;
  return (
    <aside className={ui.sheet} aria-label="Message">
      <div className={ui.sheetScroll} key={id}>
        <Button variant="text" className={ui.back} onClick={() => navigate(at())}>
          Back
        </Button>
        {data && (
          <>
            <Head sheet={data} />
            {data.cautions.map((caution) => (
              <p key={caution} className={styles.caution}>
                <b>Look twice:</b> {caution}
              </p>
            ))}
            {data.keep_until && data.kept && <p className={ui.hint}>Kept at top until {data.keep_until}.</p>}
            {(data.put_off ?? data.returned) && <p className={ui.hint}>{data.put_off ?? data.returned}</p>}
            <Why why={data.why} />
            {aside}
            {data.thread && data.thread.count > 1 && <Thread key={data.id} sheet={data} at={at} />}
            <Letter sheet={data} />
            {data.thread?.count === 1 && <Thread key={data.id} sheet={data} at={at} />}
            <p className={styles.place}>{data.place}.</p>
            <Source id={data.id} />
          </>
        )}
        <Fault of={sheet} />
      </div>
      {data && pane === "rule" && <MakeRule id={id} close={close} />}
      {data && pane === "labels" && <LabelsPane ids={[id]} has={data.labels} close={close} />}
      {data && pane === "ink" && <InkPane ids={[id]} has={data.ink ?? null} close={close} />}
      {data && pane === "keep" && <KeepPane id={id} act={act} close={close} />}
      {data && pane === "back" && (
        <BringBack
          ids={[id]}
          conversation={data.conversation}
          close={close}
          gone={() => {
            close();
            list?.leaving([id]);
          }}
        />
      )}
      {data && !pane && <Actions sheet={data} act={act} show={show} />}
    </aside>
  );
}
