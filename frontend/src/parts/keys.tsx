import { useEffect, useSyncExternalStore } from "react";

/** Every key and what it does. Each can be changed; the changes are kept in this browser. */
export const KEYS = {
  next: { key: "ArrowDown", words: "Next message" },
  previous: { key: "ArrowUp", words: "Message before" },
  open: { key: "Enter", words: "Open the message" },
  close: { key: "Escape", words: "Close what is open" },
  clear: { key: "c", words: "Clear: done with, stays in its mailbox" },
  flag: { key: "f", words: "Flag, or take the flag off" },
  unread: { key: "u", words: "Mark unread, or read" },
  rule: { key: "m", words: "Make a rule from the message" },
  letIn: { key: "l", words: "Let a held message in now" },
  choose: { key: "x", words: "Choose a message, for doing something with several" },
  bringBack: { key: "b", words: "Put off, and bring back later" },
  raise: { key: "+", words: "Raise the priority by one" },
  lower: { key: "-", words: "Lower the priority by one" },
  keep: { key: "k", words: "Keep at top, or no longer" },
  follow: { key: "o", words: "Follow the conversation, or no longer" },
  mute: { key: "s", words: "Mute the conversation, or no longer" },
  goneThrough: { key: "g", words: "In a view: gone through" },
  label: { key: "t", words: "Put labels on, or take them off" },
  undo: { key: "z", words: "Undo, while its notice stands" },
  front: { key: "1", words: "Go to the Front" },
  held: { key: "2", words: "Go to Held" },
  rules: { key: "3", words: "Go to Rules" },
  week: { key: "4", words: "Go to the Week" },
  mailIn: { key: "5", words: "Go to Mail in" },
  alerts: { key: "6", words: "Go to Alerts" },
  find: { key: "/", words: "Find in all mail" },
  views: { key: "v", words: "Go to Views" },
  headsDown: { key: "h", words: "Heads-down, or end it" },
  keys: { key: "?", words: "Show the keys" },
} as const satisfies Record<string, { key: string; words: string }>;
export type KeyName = keyof typeof KEYS;

const PLACE = "up-front-keys";
const listeners = new Set<() => void>();
let changed: Partial<Record<KeyName, string>> = JSON.parse(localStorage.getItem(PLACE) ?? "{}");

export function changeKey(name: KeyName, key: string | undefined) {
  changed = { ...changed, [name]: key };
  localStorage.setItem(PLACE, JSON.stringify(changed));
  listeners.forEach((listener) => listener());
}

export const keyOf = (name: KeyName): string => changed[name] ?? KEYS[name].key;

export function useKeyOf(name: KeyName): string {
  return useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => keyOf(name),
  );
}

/** Where letters are typed, or another thing is open on top, keys are not ours. */
function taken(event: KeyboardEvent): boolean {
  if (event.ctrlKey || event.metaKey || event.altKey || event.defaultPrevented) return true;
  const target = event.target as HTMLElement;
  if (
    target.closest("input:not([type=checkbox]), textarea, select, [contenteditable], [role=dialog], [role=listbox], [role=menu]")
  )
    return true;
  return event.key === "Enter" && Boolean(target.closest("a, button, [role=button], summary, input"));
}

export function useKey(name: KeyName, act: () => unknown, active = true) {
  const key = useKeyOf(name);
  useEffect(() => {
    if (!active) return;
    const press = (event: KeyboardEvent) => {
      if (taken(event) || event.key.toLowerCase() !== key.toLowerCase()) return;
      event.preventDefault();
      act();
    };
    window.addEventListener("keydown", press);
    return () => window.removeEventListener("keydown", press);
  });
}
