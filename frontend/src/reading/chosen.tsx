import Button from "@mui/material/Button";
import { createContext, Suspense, use, useMemo, useState, type ReactNode } from "react";
import type { Act, RuleBody } from "../api/client";
import { useAct } from "../api/messages";
import { useKey } from "../parts/keys";
import ui from "../parts/page.module.css";
import styles from "./chosen.module.css";
import { useBeginRule } from "../rule/beginning";
import { MoveTo } from "./MoveTo";
import { useList } from "./order";
import { BringBack } from "./sheet/BringBack";
import { InkPane } from "./sheet/InkPane";
import { LabelsPane } from "./sheet/LabelsPane";
import type { Pane } from "./sheet/pane";
import { lazily } from "../look/lazily";

const RoutinesOfChosen = lazily("RoutinesOfChosen", () => import("./follow/RoutinesOfChosen"));

type Chosen = {
  ids: readonly number[];
  /** the one that was turned last, from which a stretch goes */
  last: number | undefined;
  turn: (id: number) => void;
  add: (ids: readonly number[]) => void;
  none: () => void;
  pane: Pane | undefined;
  show: (pane: Pane | undefined) => void;
};

const Context = createContext<Chosen | undefined>(undefined);

/** The messages of a list that are chosen together. */
export function ChosenProvider({ children }: { children: ReactNode }) {
  const [ids, setIds] = useState<readonly number[]>([]);
  const [last, setLast] = useState<number>();
  const [pane, setPane] = useState<Pane>();
  const chosen = useMemo<Chosen>(
    () => ({
      ids,
      pane: ids.length > 0 ? pane : undefined,
      show: setPane,
      last,
      turn: (id) => {
        setIds((now) => (now.includes(id) ? now.filter((each) => each !== id) : [...now, id]));
        setLast(id);
      },
      add: (more) => {
        setIds((now) => [...now, ...more.filter((id) => !now.includes(id))]);
        setLast(more[more.length - 1]);
      },
      none: () => {
        setIds([]);
        setPane(undefined);
      },
    }),
    [ids, last, pane],
  );
  return <Context value={chosen}>{children}</Context>;
}

export const useChosen = (): Chosen | undefined => use(Context);

/** The box by which a row is chosen along with others, in a list in which it can be. */
export function ChooseBox({ id, subject }: { id: number; subject: string }) {
  const chosen = use(Context);
  const order = useList()?.order;
  if (!chosen) return null;
  return (
    <input
      type="checkbox"
      className={chosen.ids.length ? `${styles.chooseBox} ${styles.some}` : styles.chooseBox}
      aria-label={`Choose: ${subject}`}
      checked={chosen.ids.includes(id)}
      onChange={() => chosen.turn(id)}
      onClick={(event) => {
        if (!event.shiftKey || chosen.last === undefined || !order) return;
        event.preventDefault(); // the stretch is chosen, and this one with it
        chosen.add(order.between(chosen.last, id));
      }}
    />
  );
}

const shared = (lists: string[][]): string[] => lists[0]?.filter((each) => lists.every((list) => list.includes(each))) ?? [];
const one = <Value,>(values: Value[]): Value | undefined =>
  values.every((value) => value === values[0]) ? values[0] : undefined;

/** Chooses all that a heading stands over. */
export function ChooseAll({ ids, of }: { ids: readonly number[]; of: string }) {
  const chosen = use(Context);
  if (!chosen || ids.length === 0) return null;
  return (
    <Button variant="text" aria-label={`Choose all: ${of}`} onClick={() => chosen.add(ids)}>
      Choose all
    </Button>
  );
}

/** What can be done with several messages at once. */
export function ChosenBar({ held = false }: { held?: boolean }) {
  const { ids, none, pane, show } = use(Context)!;
  const order = useList()?.order;
  const acting = useAct();
  const begin = useBeginRule();
  useKey("close", none, ids.length > 0);
  if (ids.length === 0) return null;
  const close = () => {
    show(undefined);
    order?.focus(ids[ids.length - 1]);
  };
  const rows = ids.flatMap((id) => order?.row(id) ?? []);
  const senders = [...new Set(rows.map(({ address }) => address).filter(Boolean))];
  const rule = () => {
    const names = [...new Set(rows.map(({ sender }) => sender))];
    const name = `From ${names.slice(0, 2).join(", ")}${names.length > 2 ? " and others" : ""}`.slice(0, 80);
    const when = { all: [{ fact: "from", op: "is", value: senders }] };
    begin({ body: { name, when, then: {} } as unknown as RuleBody, message: ids[0] });
  };
  const act = (name: Act) => acting.mutate({ act: name, messages: [...ids] }, { onSuccess: none });
  return (
    <section className={styles.chosenBar} aria-label="Chosen messages" data-chosen-bar>
      <div className={ui.rowOf}>
        <b>{ids.length} chosen</b>
        {held && <Button onClick={() => act("let_in")}>Let in now</Button>}
        {held && <MoveTo ids={ids} of="the chosen messages" done={none} />}
        <Button onClick={() => act("clear")}>Clear</Button>
        {!held && <Button onClick={() => show("back")}>Bring back …</Button>}
        <Button onClick={() => act("flag")}>Flag</Button>
        <Button onClick={() => act("raise")}>Raise</Button>
        <Button onClick={() => act("lower")}>Lower</Button>
        {!held && <Button onClick={() => act("keep")}>Keep at top</Button>}
        <Button onClick={() => show("labels")}>Labels …</Button>
        <Button onClick={() => show("ink")}>Ink …</Button>
        <Button onClick={() => act("discard")}>Discard</Button>
        <Button onClick={() => show("routine")}>Routines …</Button>
        {!held && <Button onClick={() => act("read")}>Mark read</Button>}
        {!held && <Button onClick={() => act("unread")}>Mark unread</Button>}
        {senders.length > 0 && <Button onClick={rule}>Make a rule for these</Button>}
        <Button variant="text" onClick={none}>
          None of them
        </Button>
      </div>
      {pane === "back" && <BringBack ids={[...ids]} close={close} gone={none} />}
      {pane === "routine" && (
        <Suspense fallback={null}>
          <RoutinesOfChosen ids={ids} done={none} close={close} />
        </Suspense>
      )}
      {pane === "labels" && <LabelsPane ids={[...ids]} has={shared(rows.map(({ labels }) => labels))} close={close} />}
      {pane === "ink" && <InkPane ids={[...ids]} has={one(rows.map(({ ink }) => ink ?? null))} close={close} />}
    </section>
  );
}
