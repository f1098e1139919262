import { useKeyOf, type KeyName } from "./keys";

const SHOWN: Record<string, string> = { ArrowDown: "↓", ArrowUp: "↑", Enter: "↵", Escape: "Esc", " ": "Space" };

export const shownKey = (key: string) => SHOWN[key] ?? key.toUpperCase();

export function KeyCap({ of }: { of: KeyName }) {
  return <kbd aria-hidden>{shownKey(useKeyOf(of))}</kbd>;
}
