import { MutationCache } from "@tanstack/react-query";
import { createContext, use, useSyncExternalStore, type ReactNode } from "react";
import type { Offer, Outcome } from "../api/acting";

export type Notice = {
  id: number;
  message: string;
  undo?: number;
  offer?: Offer;
  failed?: boolean;
  byItself?: boolean;
  about?: string;
};

/** One notice at a time: what was just done, with its undo, or what could not be done. */
export class NoticeBoard {
  #notice: Notice | undefined;
  #last = 0;
  #later: Omit<Notice, "id">[] = [];
  readonly #watchers = new Set<() => void>();

  tell = (message: string, undo?: number, offer?: Offer) => this.#show({ message, undo, offer });
  fail = (message: string) => this.#show({ message, failed: true });
  /**
   * What came by itself: it does not take the place of a notice with an undo or of another such, and follows it.
   * @param about of what; of one thing the last word is told
   */
  mention = (message: string, offer?: Offer, undo?: number, about?: string) => {
    const next = { message, offer, undo, about, byItself: true };
    this.#later = this.#later.filter((other) => about === undefined || other.about !== about);
    if (this.#notice?.undo || this.#notice?.byItself) this.#later.push(next);
    else this.#show(next);
  };
  dismiss = () => this.#show(this.#later.shift());
  current = () => this.#notice;
  subscribe = (watch: () => void) => {
    this.#watchers.add(watch);
    return () => void this.#watchers.delete(watch);
  };

  /** Tells how every act went, as its meta says it is told. */
  mutations = () =>
    new MutationCache({
      onSuccess: (data, given, _, { meta }) => {
        const { message, undo_id, running } = (data ?? {}) as Outcome;
        if (!message || !meta || meta.tells === "nobody" || running) return; // what goes on tells when it is over
        this.tell(message, undo_id ?? undefined, undo_id ? meta.offer?.(given as never) : undefined);
      },
      onError: (problem, _given, _, { meta }) => {
        if (meta?.tells === "notice") this.fail(problem.message);
      },
    });

  #show(next: Omit<Notice, "id"> | undefined) {
    if (next) this.#last += 1;
    this.#notice = next && { ...next, id: this.#last };
    this.#watchers.forEach((watch) => watch());
  }
}

const Context = createContext<NoticeBoard | undefined>(undefined);

export function NoticesProvider({ board, children }: { board: NoticeBoard; children: ReactNode }) {
  return <Context value={board}>{children}</Context>;
}

export function useNotices(): NoticeBoard {
  const board = use(Context);
  if (!board) throw new Error("useNotices outside NoticesProvider");
  return board;
}

export function useNotice(): Notice | undefined {
  const board = useNotices();
  return useSyncExternalStore(board.subscribe, board.current);
}
