import { useKeyOf, type KeyName } from "./keys";

const SHOWN: Record<string, string> = {
  arrowdown: "↓",
  arrowup: "↑",
  enter: "↵",
  escape: "Esc",
  delete: "Del",
  " ": "Space",
  mod: /mac/i.test(navigator.userAgent) ? "⌘" : "Ctrl",
  alt: "Alt",
};
const part = (name: string) => SHOWN[name.toLowerCase()] ?? name.toUpperCase();

/** "Ctrl Z" of "Mod+z" */
export const shownKey = (key: string) =>
  key === "+"
    ? key
    : key
        .split(/\+(?=.)/)
        .map(part)
        .join(" ");

export function KeyCap({ of }: { of: KeyName }) {
  return <kbd aria-hidden>{shownKey(useKeyOf(of))}</kbd>;
}
