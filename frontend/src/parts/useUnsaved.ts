import { useState } from "react";

const PLACE = "up-front-unsaved-";

function read<Written>(place: string): Written | undefined {
  try {
    return (JSON.parse(sessionStorage.getItem(place) ?? "null") as Written | null) ?? undefined;
  } catch {
    return undefined;
  }
}

/**
 * What is written in a form and not saved: it is still there when the person comes back to it, or loads the page anew.
 * @param form which one, and of what: a new thing is told from the next by the step of the browser's history
 */
export function useUnsaved<Written>(form: string) {
  const place = PLACE + form;
  const [written, setWritten] = useState(() => read<Written>(place));
  const [found, setFound] = useState(written !== undefined);
  const put = (next: Written | undefined) => {
    setWritten(next);
    setFound(false);
    if (next === undefined) sessionStorage.removeItem(place);
    else sessionStorage.setItem(place, JSON.stringify(next));
  };
  return {
    written,
    /** @param next nothing once it is saved, or let go */
    put,
    /** whether it was here already when the form was opened */
    found,
  };
}
