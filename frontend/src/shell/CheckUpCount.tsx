import { useEffect, useState } from "react";
import { useCheckUp } from "../api/checkUp";

const AFTER_MS = 4_000; // nobody waits for it, and it is not to keep what is waited for

/** How much the check-up has found, beside Rules, quietly. */
export function CheckUpCount() {
  const [asked, setAsked] = useState(false);
  useEffect(() => {
    const later = setTimeout(() => setAsked(true), AFTER_MS);
    return () => clearTimeout(later);
  }, []);
  const count = useCheckUp({ asked }).data?.findings.length ?? 0;
  return count > 0 ? <small aria-label={`${count} found by the check-up`}>{count}</small> : null;
}
