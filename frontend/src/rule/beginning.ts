import { useLocation, useNavigate } from "react-router";
import type { RuleBody } from "../api/client";

/** What a new rule begins as: from a message, a search, a starting point. */
export type Beginning = {
  body?: RuleBody;
  message?: number;
  /** the facts of one that need not be here, on which it is tried first */
  made?: Record<string, unknown>;
  /** so many rules before it; the first where it is not said */
  place?: number;
  /** under which it stands */
  heading?: string;
};

/** Opens the editor of a new rule with what it begins as; it goes along with the step of the browser's history. */
export function useBeginRule(): (beginning: Beginning) => void {
  const navigate = useNavigate();
  return (begin) => void navigate("/rules/new", { state: { begin } });
}

export const useBeginning = (): Beginning | undefined => (useLocation().state as { begin?: Beginning } | null)?.begin;
