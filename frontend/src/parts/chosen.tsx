import Button from "@mui/material/Button";
import { useState, useSyncExternalStore } from "react";
import type { Act } from "../api/client";
import { useAct } from "../api/queries";
import { BringBack } from "../screens/sheet/BringBack";
import { useKey } from "./keys";
import "./chosen.css";

let chosen: readonly number[] = [];
const listeners = new Set<() => void>();

function set(next: readonly number[]) {
  chosen = next;
  listeners.forEach((listener) => listener());
}

const subscribe = (listener: () => void) => {
  listeners.add(listener);
  return () => listeners.delete(listener);
};

export const turn = (id: number) => set(chosen.includes(id) ? chosen.filter((each) => each !== id) : [...chosen, id]);
export const useChosen = () => useSyncExternalStore(subscribe, () => chosen);

/** The box by which a row is chosen along with others. */
export function ChooseBox({ id, subject }: { id: number; subject: string }) {
  const all = useChosen();
  return (
    <input
      type="checkbox"
      className={all.length ? "choose-box some" : "choose-box"}
      aria-label={`Choose: ${subject}`}
      checked={all.includes(id)}
      onChange={() => turn(id)}
    />
  );
}

const focused = () => Number((document.activeElement as HTMLElement | null)?.dataset?.row) || undefined;

/** What can be done with several messages at once. */
export function ChosenBar({ open, held = false }: { open: number | undefined; held?: boolean }) {
  const all = useChosen();
  const [putting, setPutting] = useState(false);
  const acting = useAct();
  const none = () => set([]);
  useKey("choose", () => {
    const id = focused() ?? open;
    if (id) turn(id);
  });
  if (all.length === 0) return null;
  const act = (name: Act) => acting.mutate({ act: name, messages: [...all] }, { onSuccess: none });
  return (
    <section className="chosen-bar" aria-label="Chosen messages">
      <div className="row-of">
        <b>{all.length} chosen</b>
        {held && <Button onClick={() => act("let_in")}>Let in now</Button>}
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
      {putting && <BringBack ids={[...all]} close={() => setPutting(false)} gone={() => (setPutting(false), none())} />}
    </section>
  );
}
