import { useEffect } from "react";
import { useLocation } from "react-router";

type Focus = { focus?: number };

/** Which rule has the focus in the list that is gone to; it goes along with the step of the browser's history. */
export const focusOn = (rule: number | undefined): Focus => ({ focus: rule });

/** Gives a rule of the list the focus. */
export const focusRule = (id: number | undefined) =>
  id !== undefined && document.querySelector<HTMLElement>(`[data-rule="${id}"]`)?.focus();

/** Gives the focus to the rule that was just made or left, once the list is there. */
export function useFocusedRule(ready: boolean) {
  const wanted = (useLocation().state as Focus | null)?.focus;
  useEffect(() => {
    if (ready) focusRule(wanted);
  }, [ready, wanted]);
}
