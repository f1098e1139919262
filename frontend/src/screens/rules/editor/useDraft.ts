import { useEffect, useState } from "react";
import { useLocation } from "react-router";
import type { Rule, RuleBody } from "../../../api/client";
import { useBeginning } from "../../../rule/beginning";

const PLACE = "up-front-draft-";
const FRESH: RuleBody = { name: "", when: { all: [] } as never, then: { timing: { now: true } } as never };

/** What is written of a rule: as a sentence, and where it is being written as text, the text. */
type Kept = { body: RuleBody; version?: number; text?: string };

function read(store: Storage, place: string): Kept | undefined {
  try {
    return JSON.parse(store.getItem(place) ?? "null") ?? undefined;
  } catch {
    return undefined; // written by something else; a draft that cannot be read is none
  }
}

/**
 * The rule as it is being written. It outlives a reload, and an event that tells of another's change does not touch it: the
 * version is the one that was opened. What was written of a rule that is there is kept with the rule; of a new one, with the
 * step of the browser's history in which it was begun, so that the next new rule is new.
 */
export function useDraft(rule: Rule | undefined) {
  const visit = useLocation().key;
  const begun = useBeginning();
  const place = PLACE + (rule ? rule.id : visit);
  const store = rule ? localStorage : sessionStorage;
  const [kept] = useState(() => read(store, place));
  const fresh = { ...(begun?.body ?? FRESH), ...(begun?.heading ? { heading: begun.heading } : {}) };
  const [draft, setDraft] = useState<Kept>(
    (begun?.body ? undefined : kept) ?? { body: begun?.body ?? rule?.body ?? fresh, version: rule?.version },
  );
  const [written, setWritten] = useState(false);
  const { body, version, text } = draft;
  const clean = JSON.stringify(body) === JSON.stringify(rule?.body ?? FRESH);
  useEffect(() => {
    if (written) store.setItem(place, JSON.stringify(draft));
  }, [written, draft, store, place]);
  // What was heard of a text comes later, and must not undo what was typed since: never from the draft of an earlier moment.
  const put = (part: (now: Kept) => Partial<Kept>) => {
    setWritten(true);
    setDraft((now) => ({ ...now, ...part(now) }));
  };
  const forget = () => {
    setWritten(false);
    store.removeItem(place);
  };
  return {
    body,
    version,
    text,
    message: begun?.message,
    made: begun?.made,
    /** where a new one will be read */
    place: begun?.place,
    clean,
    restored: Boolean(kept?.version) && JSON.stringify(kept?.body) !== JSON.stringify(rule?.body),
    set: (part: Partial<Record<keyof RuleBody, unknown>>) => put((now) => ({ body: { ...now.body, ...part } as RuleBody })),
    write: (next: RuleBody) => put(() => ({ body: next })),
    writeText: (next: string | undefined) => put(() => ({ text: next })),
    forget,
    /** as the server has it now */
    takeOver: (theirs: Rule) => {
      forget();
      setDraft({ body: theirs.body, version: theirs.version });
    },
    /** what is here goes over what the server has now */
    rebase: (theirs: Rule) => put(() => ({ version: theirs.version })),
  };
}
