import { createContext, use, useEffect, type ReactNode } from "react";
import type { Row } from "../api/client";

/** A part of a list: its rows from top to bottom, and what draws one that is told and not drawn. */
type Part = { rows: readonly Row[]; show?: (id: number) => void };

/**
 * The rows of a list, in the order in which they stand. Each part of the list tells its own rows, as it draws them; the list
 * says in which order its parts stand.
 */
export class RowOrder {
  readonly #parts = new Map<string, Part>();
  readonly #known = new Map<number, Row>();
  readonly #links = new Map<number, HTMLElement>();
  #wanted: number | undefined; // gets the focus once it is drawn

  tell(part: string, rows: readonly Row[], show?: (id: number) => void) {
    this.#parts.set(part, { rows, show });
    rows.forEach((row) => this.#known.set(row.id, row));
  }
  forget = (part: string) => void this.#parts.delete(part);

  /** @param link where the row can be opened; nothing when it is gone */
  stand(id: number, link: HTMLElement | null) {
    if (!link) return void this.#links.delete(id);
    this.#links.set(id, link);
    if (id === this.#wanted) this.focus(id);
  }

  ids = (parts: readonly string[]): number[] => parts.flatMap((part) => this.#parts.get(part)?.rows.map(({ id }) => id) ?? []);

  /** As it was told last, though it has been scrolled away since. */
  row = (id: number): Row | undefined => this.#known.get(id);

  /** The row that has the focus, or in which something has. */
  focused = (): number | undefined =>
    [...this.#links].find(
      ([, link]) => link === document.activeElement || link.parentElement?.contains(document.activeElement),
    )?.[0];

  /** Gives a row the focus, drawing it first where it is not drawn. */
  focus(id: number | undefined) {
    const link = id === undefined ? undefined : this.#links.get(id);
    this.#wanted = link ? undefined : id;
    if (id !== undefined && !link) return this.#of(id)?.show?.(id);
    link?.focus();
    link?.scrollIntoView({ block: "nearest" });
  }

  /** Both and all that stand between them, of whatever parts, in the order in which the parts were told. */
  between(one: number, other: number): number[] {
    const all = this.ids([...this.#parts.keys()]);
    const [from, to] = [all.indexOf(one), all.indexOf(other)].sort((a, b) => a - b) as [number, number];
    return from < 0 ? [other] : all.slice(from, to + 1);
  }

  /** What stands after those that leave, else before them. */
  beside(leaving: readonly number[], parts: readonly string[]): number | undefined {
    const all = this.ids(parts);
    const last = Math.max(...leaving.map((id) => all.indexOf(id)));
    const stays = (id: number) => !leaving.includes(id);
    return last < 0 ? undefined : (all.slice(last + 1).find(stays) ?? all.slice(0, last).reverse().find(stays));
  }

  #of = (id: number) => [...this.#parts.values()].find(({ rows }) => rows.some((row) => row.id === id));
}

/** Tells the list that messages are about to leave it: what is open or has the focus goes on to the next. */
export type Leaving = (ids: readonly number[]) => void;
type List = { order: RowOrder; leaving: Leaving };

const Context = createContext<List | undefined>(undefined);

export const ListProvider = ({ order, leaving, children }: List & { children: ReactNode }) => (
  <Context value={{ order, leaving }}>{children}</Context>
);

/** The list that this stands in; none where messages are only shown. */
export const useList = (): List | undefined => use(Context);

/** Tells the rows of a part from top to bottom. @param show draws one of them that is not drawn */
export function useTellRows(part: string, rows: readonly Row[], show?: (id: number) => void) {
  const order = useList()?.order;
  useEffect(() => {
    order?.tell(part, rows, show);
  });
  useEffect(() => () => order?.forget(part), [order, part]);
}
