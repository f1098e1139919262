import KeyboardArrowDown from "@mui/icons-material/KeyboardArrowDown";
import KeyboardArrowUp from "@mui/icons-material/KeyboardArrowUp";
import Button from "@mui/material/Button";
import IconButton from "@mui/material/IconButton";
import { Suspense, useEffect, useRef, useState, type ReactNode } from "react";
import { Link, useNavigate } from "react-router";
import { alertsOpened } from "../../api/alerts";
import type { Sheet } from "../../api/client";
import { useMarkRead, useSheet } from "../../api/messages";
import { lazily } from "../../look/lazily";
import { Fault } from "../../parts/Fault";
import ui from "../../parts/page.module.css";
import type { Acts } from "../acts";
import type { Begin } from "../follow/begin";
import { Followed } from "../follow/Followed";
import { useList } from "../order";
import { Actions } from "./Actions";
import { Answer } from "./Answer";
import { Asks } from "./Asks";
import { BringBack } from "./BringBack";
import { ExamplePane } from "./ExamplePane";
import { Head } from "./Head";
import { InkPane } from "./InkPane";
import { KeepPane } from "./KeepPane";
import { LabelsPane } from "./LabelsPane";
import { Letter } from "./Letter";
import type { Pane } from "./pane";
import { MakeRule } from "./MakeRule";
import { Selected } from "./selected";
import styles from "./sheet.module.css";
import { Source } from "./Source";
import { Thread } from "./Thread";
import { Why } from "./Why";

const AnswerPane = lazily("AnswerPane", () => import("../write/AnswerPane"));
const FollowPane = lazily("FollowPane", () => import("../follow/FollowPane"));

type Given = {
  id: number | undefined;
  /** the address of a message in the place, and without one of the place itself */
  at: (id?: number) => string;
  act: Acts;
  pane: Pane | undefined;
  show: (pane: Pane | undefined) => void;
  empty: ReactNode;
  reads?: Reads;
  /** opens the message so many rows on */
  step?: (by: number) => void;
  /** what the place has to say of the message, below its why */
  aside?: ReactNode;
};

/** When an opened message counts as read: a list of unread mail must not lose it while it is read. */
export type Reads = "at once" | "on leaving" | "never";

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
export function SheetPane({ id, at, act, pane, show, reads = "at once", step, empty, aside }: Given) {
  const sheet = useSheet(id);
  const navigate = useNavigate();
  const list = useList();
  const data = id === undefined ? undefined : sheet.data;
  const close = () => show(undefined);
  const [begin, setBegin] = useState<{ id: number; pane: Pane; of?: Begin }>();
  const [selected] = useState(() => new Selected());
  useReadOnce(reads === "never" ? undefined : data, reads === "on leaving");
  if (id === undefined) return <aside className={`${ui.sheet} ${ui.nothing}`}>{empty}</aside>;
  return (
    <aside className={ui.sheet} aria-label="Message">
      <div className={ui.sheetScroll} key={id}>
        <div className={styles.steps}>
          <Button variant="text" className={ui.back} onClick={() => navigate(at())}>
            Back
          </Button>
          {data && <Answer show={show} />}
          {step && (
            <>
              <IconButton size="small" aria-label="Message before" onClick={() => step(-1)}>
                <KeyboardArrowUp fontSize="inherit" />
              </IconButton>
              <IconButton size="small" aria-label="Next message" onClick={() => step(1)}>
                <KeyboardArrowDown fontSize="inherit" />
              </IconButton>
            </>
          )}
          <Button variant="text" onClick={() => window.print()}>
            Print
          </Button>
        </div>
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
            <Why id={data.id} why={data.why} />
            {data.sendings.map(({ said, outbox }) => (
              <p key={said} className={ui.hint}>
                {said} {outbox && <Link to="/outbox">Outbox</Link>}
              </p>
            ))}
            {data.breaks.map(({ name, said }) => (
              <p key={name} className={ui.inPlace}>
                It breaks the promise <Link to="/rules/promises">{name}</Link>: {said}.
              </p>
            ))}
            <Asks sheet={data} />
            <Followed
              sheet={data}
              show={(wanted, of) => {
                setBegin({ id, pane: wanted, of });
                show(wanted);
              }}
            />
            {aside}
            {data.thread && data.thread.count > 1 && <Thread key={data.id} sheet={data} at={at} />}
            <Letter sheet={data} selected={selected} />
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
      {data && (pane === "reply" || pane === "reply_all" || pane === "forward") && (
        <Suspense fallback={null}>
          <AnswerPane key={pane} id={id} kind={pane} close={close} />
        </Suspense>
      )}
      {data && (pane === "expect" || pane === "task" || pane === "event" || pane === "routine") && (
        <Suspense fallback={null}>
          <FollowPane
            key={`${pane} ${begin?.of?.on} ${begin?.of?.at}`}
            pane={pane}
            sheet={data}
            words={selected.words}
            begin={begin?.id === id && begin.pane === pane ? begin.of : undefined}
            step={step}
            close={() => {
              setBegin(undefined);
              close();
            }}
          />
        </Suspense>
      )}
      {data && pane === "example" && <ExamplePane sheet={data} close={close} />}
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
