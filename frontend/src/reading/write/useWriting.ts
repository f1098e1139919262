import { useEffect, useRef, useState } from "react";
import { keepDraft, readDraft, useDraftKept, type Draft, type DraftBody } from "../../api/outgoing";

const SETTLES_MS = 600;

/** What is typed of a draft, kept at the server soon after; one version follows the other, also where the page goes elsewhere. */
export function useWriting(draft: Draft) {
  const [body, setBody] = useState(draft.body);
  const [kept, setKept] = useState(draft);
  const [problem, setProblem] = useState<Error>();
  const remember = useDraftKept();
  const latest = useRef({ body, version: draft.version, saved: draft.body });
  const going = useRef<Promise<unknown>>(Promise.resolve());

  /** Keeps what is typed, if it is not kept yet. @returns the draft as it is kept then */
  const keep = (): Promise<Draft | undefined> => {
    const next = going.current.then(async () => {
      const { body: typed, saved, version } = latest.current;
      if (typed === saved) return undefined;
      const now = await keepDraft(draft.id, version, typed);
      latest.current.version = now.version;
      latest.current.saved = typed;
      setKept(now);
      setProblem(undefined);
      remember(now);
      return now;
    });
    going.current = next.catch((fault: Error) => setProblem(fault));
    return next;
  };
  const set = (part: Partial<DraftBody>) => {
    latest.current.body = { ...latest.current.body, ...part };
    setBody(latest.current.body);
  };
  useEffect(() => {
    const timer = setTimeout(() => void keep().catch(() => undefined), SETTLES_MS);
    return () => clearTimeout(timer);
  });
  const leave = useRef(keep);
  useEffect(() => {
    leave.current = keep;
  });
  useEffect(() => () => void leave.current().catch(() => undefined), []);
  // Where the page goes altogether, what was typed last goes out with it.
  useEffect(() => {
    const gone = () => {
      const { body: typed, saved, version } = latest.current;
      if (typed !== saved) keepDraft(draft.id, version, typed, true).catch(() => undefined);
    };
    window.addEventListener("pagehide", gone);
    return () => window.removeEventListener("pagehide", gone);
  }, [draft.id]);
  /** As it stands at the server: files have come or gone, or another page has written on. */
  const readAnew = async () => {
    const now = await readDraft(draft.id);
    latest.current.version = now.version;
    setKept(now);
    remember(now);
    return now;
  };
  /** What is here goes over what another page has kept. */
  const takeTheirs = async () => {
    const now = await readAnew();
    latest.current.body = latest.current.saved = now.body;
    setBody(now.body);
    setProblem(undefined);
  };
  return { body, set, kept, keep, readAnew, takeTheirs, problem, version: () => latest.current.version };
}
