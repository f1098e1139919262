import { createContext, useCallback, useContext, useMemo, useState, type ReactNode } from "react";

export type Notice = { id: number; words: string; undo?: number; failed?: boolean };
type Notices = {
  notice: Notice | undefined;
  tell: (words: string, undo?: number) => void;
  /** what came by itself; it does not take the place of a notice with an undo */
  mention: (words: string) => void;
  fail: (words: string) => void;
  dismiss: () => void;
};

const Context = createContext<Notices | undefined>(undefined);

/** One notice at a time: what was just done, with its undo, or what could not be done. */
export function NoticesProvider({ children }: { children: ReactNode }) {
  const [notice, setNotice] = useState<Notice>();
  const show = useCallback((next: Omit<Notice, "id">) => setNotice((last) => ({ ...next, id: (last?.id ?? 0) + 1 })), []);
  const value = useMemo<Notices>(
    () => ({
      notice,
      tell: (words, undo) => show({ words, undo }),
      mention: (words) => setNotice((last) => (last?.undo ? last : { words, id: (last?.id ?? 0) + 1 })),
      fail: (words) => show({ words, failed: true }),
      dismiss: () => setNotice(undefined),
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
