import { useEffect, useRef, useState, type HTMLAttributes, type ReactNode, type Ref } from "react";
import { useLocation, useNavigate } from "react-router";
import { useKey } from "../parts/keys";
import ui from "../parts/page.module.css";
import { useActs } from "./acts";
import { ChosenBar, ChosenProvider } from "./chosen";
import { ENTER_ROWS } from "./enter";
import { ListKeys } from "./ListKeys";
import { ListProvider, RowOrder } from "./order";
import type { Pane } from "./sheet/pane";
import { SheetPane, type Reads } from "./sheet/SheetPane";

type Given = {
  /** the path of the list, "/front"; that of an open message is below it */
  place: string;
  /** what follows the path, "?text=loan" */
  query?: string;
  open: number | undefined;
  /** the parts of the list, from top to bottom, as they tell their rows */
  parts: readonly string[];
  /** whether the list is of held mail, which is looked at and not read */
  held?: boolean;
  reads?: Reads;
  /** what stands where no message is open */
  empty: ReactNode;
  /** what the list has to say of the open message */
  aside?: ReactNode;
  list?: HTMLAttributes<HTMLElement> & { ref?: Ref<HTMLElement> };
  children: ReactNode;
};

/** Messages with the reading sheet beside them: gone through by key, chosen together, the next one open when one leaves. */
export function ListAndSheet({ place, query = "", open, parts, held, reads, empty, aside, list, children }: Given) {
  const navigate = useNavigate();
  const act = useActs();
  const [order] = useState(() => new RowOrder());
  const at = (id?: number) => `${place}${id === undefined ? "" : `/${id}`}${query}`;
  const go = (step: number): number | undefined => {
    const ids = order.ids(parts);
    const from = ids.indexOf(order.focused() ?? open ?? -1);
    const next = ids[Math.min(Math.max(from + step, 0), ids.length - 1)];
    order.focus(next);
    if (open !== undefined && next !== undefined) void navigate(at(next));
    return next;
  };
  const step = (by: number) => {
    const ids = order.ids(parts);
    const next = ids[ids.indexOf(open ?? -1) + by];
    if (next !== undefined) void navigate(at(next));
  };
  useKey(
    "close",
    () => {
      order.focus(open);
      void navigate(at());
    },
    open !== undefined,
  );
  const entering = (useLocation().state as { [ENTER_ROWS]?: number } | null)?.[ENTER_ROWS];
  const [first = ""] = parts;
  useEffect(() => {
    if (entering) order.focus(order.ids([first])[0]);
  }, [entering, first, order]);
  const leaving = (ids: readonly number[]) => {
    const next = order.beside(ids, parts);
    const focused = order.focused();
    if (focused !== undefined && ids.includes(focused)) order.focus(next);
    if (open !== undefined && ids.includes(open)) void navigate(at(next));
  };
  const [shown, setShown] = useState<{ pane: Pane; id: number }>();
  const opener = useRef<Element>(null); // what had the focus when a pane opened, and has it again when it closes
  const show = (id: number, pane: Pane) => {
    opener.current = document.activeElement;
    setShown({ id, pane });
    if (id !== open) void navigate(at(id));
  };
  const closed = useRef<Pane>(undefined);
  useEffect(() => {
    if (shown) closed.current = shown.pane;
    else if (closed.current) {
      const back = opener.current?.isConnected ? opener.current : document.querySelector(`[data-pane="${closed.current}"]`);
      if (document.activeElement === document.body) (back as HTMLElement | null)?.focus();
      closed.current = undefined;
    }
  }, [shown]);
  return (
    <ListProvider order={order} leaving={leaving}>
      <ChosenProvider key={place}>
        <ListKeys open={open} act={act} show={show} go={go} all={() => order.ids(parts)} />
        <div className={ui.screen}>
          <main {...list} className={ui.list}>
            {children}
            <ChosenBar held={held} />
          </main>
          <SheetPane
            id={open}
            at={at}
            act={act}
            pane={shown?.id === open ? shown?.pane : undefined}
            show={(pane) => (pane && open !== undefined ? show(open, pane) : setShown(undefined))}
            reads={reads}
            step={step}
            empty={empty}
            aside={aside}
          />
        </div>
      </ChosenProvider>
    </ListProvider>
  );
}
