import Button from "@mui/material/Button";
import { createContext, use, useMemo, useState, type ReactNode } from "react";
import type { Act } from "../api/client";
import { useAct } from "../api/messages";
import { useKey } from "../parts/keys";
import ui from "../parts/page.module.css";
import styles from "./chosen.module.css";
import { MoveTo } from "./MoveTo";
import { useRowOrder } from "./order";
import { BringBack } from "./sheet/BringBack";

type Chosen = { ids: readonly number[]; turn: (id: number) => void; none: () => void };

const Context = createContext<Chosen | undefined>(undefined);

/** The messages of a list that are chosen together. */
export function ChosenProvider({ children }: { children: ReactNode }) {
  const [ids, setIds] = useState<readonly number[]>([]);
  const chosen = useMemo<Chosen>(
    () => ({
      ids,
      turn: (id) => setIds((now) => (now.includes(id) ? now.filter((each) => each !== id) : [...now, id])),
      none: () => setIds([]),
    }),
    [ids],
  );
  return <Context value={chosen}>{children}</Context>;
}

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

/** What can be done with several messages at once. */
export function ChosenBar({ open, held = false }: { open: number | undefined; held?: boolean }) {
  const { ids, turn, none } = use(Context)!;
  const order = useRowOrder();
  const [putting, setPutting] = useState(false);
  const acting = useAct();
  useKey("choose", () => {
    const id = order?.focused() ?? open;
    if (id) turn(id);
  });
  if (ids.length === 0) return null;
  const act = (name: Act) => acting.mutate({ act: name, messages: [...ids] }, { onSuccess: none });
  return (
    <section className={styles.chosenBar} aria-label="Chosen messages">
      <div className={ui.rowOf}>
        <b>{ids.length} chosen</b>
        {held && <Button onClick={() => act("let_in")}>Let in now</Button>}
        {held && <MoveTo ids={ids} of="the chosen messages" done={none} />}
        <Button onClick={() => act("clear")}>Clear</Button>
        {!held && <Button onClick={() => setPutting(!putting)}>Bring back …</Button>}
        <Button onClick={() => act("flag")}>Flag</Button>
        <Button onClick={() => act("raise")}>Raise</Button>
        <Button onClick={() => act("lower")}>Lower</Button>
        {!held && <Button onClick={() => act("keep")}>Keep at top</Button>}
        <Button onClick={() => act("discard")}>Discard</Button>
        <Button onClick={() => act("read")}>Mark read</Button>
        <Button variant="text" onClick={none}>
          None of them
        </Button>
      </div>
      {putting && <BringBack ids={[...ids]} close={() => setPutting(false)} gone={() => (setPutting(false), none())} />}
    </section>
  );
}
