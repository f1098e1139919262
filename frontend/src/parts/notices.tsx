import { createContext, useCallback, useContext, useMemo, useState, type ReactNode } from "react";

/** What may be done next, said beside the undo. */
export type Offer = { label: string; act: () => void };
export type Notice = { id: number; message: string; undo?: number; offer?: Offer; failed?: boolean; byItself?: boolean };
type Notices = {
  notice: Notice | undefined;
  tell: (message: string, undo?: number, offer?: Offer) => void;
  /** what came by itself; it does not take the place of a notice with an undo or of another such, and follows it */
  mention: (message: string, offer?: Offer) => void;
  fail: (message: string) => void;
  dismiss: () => void;
};

const Context = createContext<Notices | undefined>(undefined);

type Told = { notice?: Notice; last: number; later: Omit<Notice, "id">[] };

const shown = ({ last, later }: Told, next: Omit<Notice, "id">): Told => ({
  notice: { ...next, id: last + 1 },
  last: last + 1,
  later,
});

const mentioned = (now: Told, next: Omit<Notice, "id">): Told =>
  now.notice?.undo || now.notice?.byItself ? { ...now, later: [...now.later, next] } : shown(now, next);

const dismissed = ({ last, later: [next, ...later] }: Told): Told =>
  next === undefined ? { last, later } : shown({ last, later }, next);

/** One notice at a time: what was just done, with its undo, or what could not be done. */
export function NoticesProvider({ children }: { children: ReactNode }) {
  const [{ notice }, set] = useState<Told>({ last: 0, later: [] });
  const show = useCallback((next: Omit<Notice, "id">) => set((now) => shown(now, next)), []);
  const value = useMemo<Notices>(
    () => ({
      notice,
      tell: (message, undo, offer) => show({ message, undo, offer }),
      mention: (message, offer) => set((now) => mentioned(now, { message, offer, byItself: true })),
      fail: (message) => show({ message, failed: true }),
      dismiss: () => set(dismissed),
    }),
    [notice, show],
  );
  return <Context.Provider value={value}>{children}</Context.Provider>;
}

export function useNotices(): Notices {
  const notices = useContext(Context);
  if (!notices) throw new Error("useNotices outside NoticesProvider");
  return notices;
}
