import { useEffect, useState } from "react";

/** A value once it has stood still for a while: a burst of keys is one question. */
export function useSettled<Value>(value: Value, ms: number): Value {
  const [settled, setSettled] = useState(value);
  const text = JSON.stringify(value);
  useEffect(() => {
    const timer = setTimeout(() => setSettled(JSON.parse(text) as Value), ms);
    return () => clearTimeout(timer);
  }, [text, ms]);
  return settled;
}
