import Button from "@mui/material/Button";
import { useEffect, useRef, useState, type ReactNode } from "react";
import { useNavigate } from "react-router";
import type { Act, Sheet } from "../../api/client";
import { alertsOpened, useMarkRead, useSheet, useVocabulary } from "../../api/queries";
import { inkClasses, inkStyle } from "../../parts/ink";
import { useKey } from "../../parts/keys";
import { KeyCap } from "../../parts/KeyCap";
import { Marked } from "../../parts/Marked";
import { Labels, PriorityWord } from "../../parts/rows";
import { BringBack } from "./BringBack";
import { KeepPane } from "./KeepPane";
import { LabelsPane } from "./LabelsPane";
import { Letter } from "./Letter";
import { MakeRule } from "./MakeRule";
import { Thread } from "./Thread";
import { Why } from "./Why";
import "./sheet.css";

type Given = {
  id: number | undefined;
  place: string;
  act: (act: Act, ids: number[], sender?: boolean) => void;
  /** what to do when the open message leaves the list */
  gone: (id: number) => void;
  empty: ReactNode;
  /** what the place has to say of the message, below its why */
  aside?: ReactNode;
};

const initials = (name: string) =>
  name
    .split(/\s+/)
    .map((part) => part.match(/[\p{L}\p{N}]/u)?.[0] ?? "")
    .join("")
    .slice(0, 2)
    .toUpperCase();

function Head({ sheet }: { sheet: Sheet }) {
  const sender = sheet.from[0];
  const styles = useVocabulary().data?.ink_styles;
  const ink = sheet.ink ? styles?.[sheet.ink] : undefined;
  return (
    <>
      <div className="meta">
        <div className="initials" aria-hidden>
          {initials(sender?.name ?? sheet.sender)}
        </div>
        <div className="people">
          <b>{sender?.name ?? sheet.sender}</b>{" "}
          {sender && sender.name !== sender.email && <span className="address">{sender.email}</span>}
          <br />
          {sheet.addressed}
        </div>
        <time>{sheet.arrived}</time>
      </div>
      <h1 className={inkClasses(ink).join(" ")} style={inkStyle(ink)}>
        <Marked text={sheet.subject} pieces={sheet.subject_pieces} /> <PriorityWord priority={sheet.priority} />{" "}
        <Labels names={sheet.labels} />
      </h1>
    </>
  );
}

type Pane = "rule" | "back" | "labels" | "keep";
type ActionsGiven = { sheet: Sheet; act: Given["act"]; gone: Given["gone"]; show: (pane: Pane) => void };

/** How loud it is, by hand: priority, top, labels. */
function Weigh({ sheet, act, show }: Pick<ActionsGiven, "sheet" | "act" | "show">) {
  const weigh = (name: Act) => act(name, [sheet.id]);
  useKey("raise", () => weigh("raise"), sheet.priority !== "top");
  useKey("lower", () => weigh("lower"), sheet.priority !== "low");
  useKey("keep", () => (sheet.kept ? weigh("unkeep") : show("keep")));
  useKey("label", () => show("labels"));
  return (
    <div className="sheet-weigh" role="group" aria-label="Its weight">
      <Button variant="text" disabled={sheet.priority === "top"} onClick={() => weigh("raise")}>
        Raise <KeyCap of="raise" />
      </Button>
      <Button variant="text" disabled={sheet.priority === "low"} onClick={() => weigh("lower")}>
        Lower <KeyCap of="lower" />
      </Button>
      <Button variant="text" onClick={() => (sheet.kept ? weigh("unkeep") : show("keep"))}>
        {sheet.kept ? "No longer at top" : "Keep at top"} <KeyCap of="keep" />
      </Button>
      <Button variant="text" onClick={() => show("labels")}>
        Labels <KeyCap of="label" />
      </Button>
    </div>
  );
}

function Actions({ sheet, act, gone, show }: ActionsGiven) {
  const makeRule = () => show("rule");
  const bringBack = () => show("back");
  const leave = (name: Act) => {
    gone(sheet.id);
    act(name, [sheet.id]);
  };
  const clear = () => leave("clear");
  const letIn = () => leave("let_in");
  const flag = () => act(sheet.flagged ? "unflag" : "flag", [sheet.id]);
  const unread = () => act(sheet.unread ? "read" : "unread", [sheet.id]);
  useKey("clear", clear, !sheet.cleared);
  useKey("letIn", letIn, sheet.held || Boolean(sheet.put_off));
  useKey("flag", flag);
  useKey("unread", unread, !sheet.held);
  useKey("rule", makeRule);
  useKey("bringBack", bringBack);
  return (
    <div className="sheet-foot">
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
            gone(sheet.id);
            act("let_in", [sheet.id], true);
          }}
        >
          All from this sender
        </Button>
      )}
      {sheet.discarded && (
        <Button variant="contained" onClick={() => act("recover", [sheet.id])}>
          Recover
        </Button>
      )}
      {sheet.cleared ? (
        <span className="quiet">{sheet.standing}</span>
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
      <Button onClick={makeRule} className="last">
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
export function SheetPane({ id, place, act, gone, empty, aside }: Given) {
  const sheet = useSheet(id);
  const navigate = useNavigate();
  const [shown, setShown] = useState<{ pane: Pane; id: number }>();
  const data = id === undefined ? undefined : sheet.data;
  const pane = shown?.id === id ? shown?.pane : undefined;
  const close = () => setShown(undefined);
  const [path = "", query] = place.split("?");
  const at = (other: number) => `${path}/${other}${query ? `?${query}` : ""}`;
  useReadOnce(place === "/held" ? undefined : data, place.startsWith("/views"));
  if (id === undefined) return <aside className="sheet nothing">{empty}</aside>;
  return (
    <aside className="sheet" aria-label="Message">
      <div className="sheet-scroll" key={id}>
        <Button variant="text" className="back" onClick={() => navigate(place)}>
          Back
        </Button>
        {data && (
          <>
            <Head sheet={data} />
            {data.keep_until && data.kept && <p className="hint">Kept at top until {data.keep_until}.</p>}
            {data.put_off && <p className="hint">{data.put_off}</p>}
            <Why why={data.why} />
            {aside}
            {data.thread && data.thread.count > 1 && <Thread key={data.id} sheet={data} at={at} />}
            <Letter sheet={data} />
            {data.thread?.count === 1 && <Thread key={data.id} sheet={data} at={at} />}
            <p className="place">{data.place}.</p>
          </>
        )}
        {sheet.isError && <p className="error-text">{sheet.error.message}</p>}
      </div>
      {data && pane === "rule" && <MakeRule id={id} close={close} />}
      {data && pane === "labels" && <LabelsPane id={id} has={data.labels} close={close} />}
      {data && pane === "keep" && <KeepPane id={id} act={act} close={close} />}
      {data && pane === "back" && (
        <BringBack
          ids={[id]}
          conversation={data.conversation}
          close={close}
          gone={() => {
            close();
            gone(id);
          }}
        />
      )}
      {data && !pane && <Actions sheet={data} act={act} gone={gone} show={(next) => setShown({ pane: next, id })} />}
    </aside>
  );
}
