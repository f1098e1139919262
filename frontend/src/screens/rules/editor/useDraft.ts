import { useState } from "react";
import type { Rule, RuleBody } from "../../../api/client";

const PLACE = "up-front-draft-";
const FRESH: RuleBody = { name: "", when: { all: [] } as never, then: { timing: { now: true } } as never };

/** What a new rule begins as, from a message or a starting point. */
export type Beginning = { body: RuleBody; message?: number };
type Kept = { body: RuleBody; version?: number; message?: number };

function read(key: string): Kept | undefined {
  try {
    return JSON.parse(localStorage.getItem(PLACE + key) ?? "null") ?? undefined;
  } catch {
    return undefined; // written by something else; a draft that cannot be read is none
  }
}

/** Leaves a draft for the editor of a new rule to open with. */
export function beginWith(beginning: Beginning) {
  localStorage.setItem(`${PLACE}new`, JSON.stringify(beginning));
}

/**
 * The rule as it is being written. It outlives a reload, and an event that tells of another's change does not
 * touch it: the version is the one that was opened.
 */
export function useDraft(rule: Rule | undefined) {
  const key = rule ? String(rule.id) : "new";
  const [kept] = useState(() => read(key));
  const [body, setBody] = useState<RuleBody>(kept?.body ?? rule?.body ?? FRESH);
  const [version, setVersion] = useState(kept?.version ?? rule?.version);
  const clean = JSON.stringify(body) === JSON.stringify(rule?.body ?? FRESH);
  const write = (next: RuleBody, of = version) => {
    setBody(next);
    localStorage.setItem(PLACE + key, JSON.stringify({ body: next, version: of, message: kept?.message } satisfies Kept));
  };
  const forget = () => localStorage.removeItem(PLACE + key);
  return {
    body,
    version,
    message: kept?.message,
    clean,
    restored: Boolean(kept?.version) && JSON.stringify(kept?.body) !== JSON.stringify(rule?.body),
    set: (part: Partial<Record<keyof RuleBody, unknown>>) => write({ ...body, ...part } as RuleBody),
    write,
    forget,
    /** as the server has it now */
    takeOver: (theirs: Rule) => {
      forget();
      setBody(theirs.body);
      setVersion(theirs.version);
    },
    /** what is here goes over what the server has now */
    rebase: (theirs: Rule) => {
      setVersion(theirs.version);
      write(body, theirs.version);
    },
  };
}
