import { createContext, use, useEffect, type ReactNode } from "react";

/**
 * The rows of a list, in the order in which they stand. Each part of the list tells its own rows, as it draws them; the list
 * says in which order its parts stand.
 */
export class RowOrder {
  readonly #parts = new Map<string, readonly number[]>();
  readonly #links = new Map<number, HTMLElement>();

  tell = (part: string, ids: readonly number[]) => void this.#parts.set(part, ids);
  forget = (part: string) => void this.#parts.delete(part);

  /** @param link where the row can be opened; nothing when it is gone */
  stand(id: number, link: HTMLElement | null) {
    if (link) this.#links.set(id, link);
    else this.#links.delete(id);
  }

  ids = (parts: readonly string[]): number[] => parts.flatMap((part) => this.#parts.get(part) ?? []);

  /** The row that has the focus. */
  focused = (): number | undefined => [...this.#links].find(([, link]) => link === document.activeElement)?.[0];

  focus(id: number | undefined) {
    const link = id === undefined ? undefined : this.#links.get(id);
    link?.focus();
    link?.scrollIntoView({ block: "nearest" });
  }
}

const Context = createContext<RowOrder | undefined>(undefined);

export const RowOrderProvider = ({ order, children }: { order: RowOrder; children: ReactNode }) => (
  <Context value={order}>{children}</Context>
);

/** The order of the list that this stands in; none where messages are only shown. */
export const useRowOrder = (): RowOrder | undefined => use(Context);

/** Tells the rows of a part, those that are drawn, from top to bottom. */
export function useTellRows(part: string, ids: readonly number[]) {
  const order = useRowOrder();
  useEffect(() => {
    order?.tell(part, ids);
  });
  useEffect(() => () => order?.forget(part), [order, part]);
}
