import { useState } from "react";

const PLACE = "up-front-kept-";

function read(place: string): string[] {
  try {
    const found: unknown = JSON.parse(localStorage.getItem(place) ?? "[]");
    return Array.isArray(found) ? found.filter((each) => typeof each === "string") : [];
  } catch {
    return [];
  }
}

/** Names of what is open or folded by hand, kept in this browser. @param of what it is about */
export function useKept(of: string) {
  const place = PLACE + of;
  const [kept, setKept] = useState(() => read(place));
  const put = (next: readonly string[]) => {
    setKept([...next]);
    localStorage.setItem(place, JSON.stringify(next));
  };
  const turn = (name: string) => put(kept.includes(name) ? kept.filter((each) => each !== name) : [...kept, name]);
  return { kept, put, turn };
}
