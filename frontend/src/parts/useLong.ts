import { useEffect, useState } from "react";

const MOST_MS = 400;

/**
 * Whether something that is to stand above has been awaited for so long that the rest shall not wait for it any more. Until then the
 * rest does, so that it does not jump under the pointer when that comes.
 */
export function useLong(awaited: boolean): boolean {
  const [long, setLong] = useState(false);
  useEffect(() => {
    if (!awaited) return;
    const timer = setTimeout(() => setLong(true), MOST_MS);
    return () => {
      clearTimeout(timer);
      setLong(false);
    };
  }, [awaited]);
  return long;
}
