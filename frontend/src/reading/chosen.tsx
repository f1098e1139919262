import Button from "@mui/material/Button";
import { createContext, use, useMemo, useState, type ReactNode } from "react";
import type { Act } from "../api/client";
import { useAct } from "../api/messages";
import { useKey } from "../parts/keys";
import ui from "../parts/page.module.css";
import styles from "./chosen.module.css";
import { MoveTo } from "./MoveTo";
import { useList } from "./order";
import { BringBack } from "./sheet/BringBack";
import { InkPane } from "./sheet/InkPane";
import { LabelsPane } from "./sheet/LabelsPane";
import type { Pane } from "./sheet/pane";

type Chosen = {
  ids: readonly number[];
  turn: (id: number) => void;
  none: () => void;
  pane: Pane | undefined;
  show: (pane: Pane | undefined) => void;
};

const Context = createContext<Chosen | undefined>(undefined);

/** The messages of a list that are chosen together. */
export function ChosenProvider({ children }: { children: ReactNode }) {
  const [ids, setIds] = useState<readonly number[]>([]);
  const [pane, setPane] = useState<Pane>();
  const chosen = useMemo<Chosen>(
    () => ({
      ids,
      pane: ids.length > 0 ? pane : undefined,
      show: setPane,
      turn: (id) => setIds((now) => (now.includes(id) ? now.filter((each) => each !== id) : [...now, id])),
      none: () => {
        setIds([]);
        setPane(undefined);
      },
    }),
    [ids, pane],
  );
  return <Context value={chosen}>{children}</Context>;
}

export const useChosen = (): Chosen | undefined => use(Context);

/** The box by which a row is chosen along with others, in a list in which it can be. */
export function ChooseBox({ id, subject }: { id: number; subject: string }) {
  const chosen = use(Context);
  if (!chosen) return null;
  return (
    <input
      type="checkbox"
      className={chosen.ids.length ? `${styles.chooseBox} ${styles.some}` : styles.chooseBox}
      aria-label={`Choose: ${subject}`}
      checked={chosen.ids.includes(id)}
      onChange={() => chosen.turn(id)}
    />
  );
}

const shared = (lists: string[][]): string[] => lists[0]?.filter((each) => lists.every((list) => list.includes(each))) ?? [];
const one = <Value,>(values: Value[]): Value | undefined =>
  values.every((value) => value === values[0]) ? values[0] : undefined;

/** What can be done with several messages at once. */
export function ChosenBar({ open, held = false }: { open: number | undefined; held?: boolean }) {
  const { ids, turn, none, pane, show } = use(Context)!;
  const order = useList()?.order;
  const acting = useAct();
  useKey("choose", () => {
    const id = order?.focused() ?? open;
    if (id) turn(id);
  });
  useKey("close", none, ids.length > 0);
  if (ids.length === 0) return null;
  const close = () => {
    show(undefined);
    order?.focus(ids[ids.length - 1]);
  };
  const rows = ids.flatMap((id) => order?.row(id) ?? []);
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
        <Button onClick={() => act("read")}>Mark read</Button>
        <Button variant="text" onClick={none}>
          None of them
        </Button>
      </div>
      {pane === "back" && <BringBack ids={[...ids]} close={close} gone={none} />}
      {pane === "labels" && <LabelsPane ids={[...ids]} has={shared(rows.map(({ labels }) => labels))} close={close} />}
      {pane === "ink" && <InkPane ids={[...ids]} has={one(rows.map(({ ink }) => ink ?? null))} close={close} />}
    </section>
  );
}
