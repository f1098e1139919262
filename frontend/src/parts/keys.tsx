import { createContext, use, useEffect, useEffectEvent, useSyncExternalStore, type ReactNode } from "react";

/** Every key and what it does. Each can be changed; the changes are kept in this browser. */
export const KEYS = {
  next: { key: "ArrowDown", label: "Next message" },
  previous: { key: "ArrowUp", label: "Message before" },
  open: { key: "Enter", label: "Open the message" },
  close: { key: "Escape", label: "Close what is open" },
  clear: { key: "c", label: "Clear: done with, stays in its mailbox" },
  flag: { key: "f", label: "Flag, or take the flag off" },
  unread: { key: "u", label: "Mark unread, or read" },
  rule: { key: "m", label: "Make a rule from the message" },
  letIn: { key: "l", label: "Let a held message in now" },
  choose: { key: "x", label: "Choose a message, for doing something with several" },
  bringBack: { key: "b", label: "Put off, and bring back later" },
  raise: { key: "+", label: "Raise the priority by one" },
  lower: { key: "-", label: "Lower the priority by one" },
  keep: { key: "k", label: "Keep at top, or no longer" },
  follow: { key: "o", label: "Follow the conversation, or no longer" },
  mute: { key: "s", label: "Mute the conversation, or no longer" },
  goneThrough: { key: "g", label: "In a view: gone through" },
  label: { key: "t", label: "Put labels on, or take them off" },
  ink: { key: "i", label: "Give an ink, or take it off" },
  undo: { key: "z", label: "Undo, step by step; with Ctrl or Cmd too" },
  front: { key: "1", label: "Go to the Front" },
  held: { key: "2", label: "Go to Held" },
  rules: { key: "3", label: "Go to Rules" },
  week: { key: "4", label: "Go to the Week" },
  mailIn: { key: "5", label: "Go to Mail in" },
  alerts: { key: "6", label: "Go to Alerts" },
  find: { key: "/", label: "Find in all mail" },
  views: { key: "v", label: "Go to Views" },
  headsDown: { key: "h", label: "Heads-down, or end it" },
  keys: { key: "?", label: "Show the keys" },
} as const satisfies Record<string, { key: string; label: string }>;
export type KeyName = keyof typeof KEYS;

const PLACE = "up-front-keys";

/** @param whileTyping whether the key is theirs in a text field too */
type Wanting = { press: () => unknown; whileTyping: boolean };

/** The keys as they are changed in this browser, and what they do at the moment: of several that want one, the last has it. */
export class KeyMap {
  #changed: Partial<Record<KeyName, string>> = JSON.parse(localStorage.getItem(PLACE) ?? "{}");
  readonly #watchers = new Set<() => void>();
  readonly #wanting = new Map<KeyName, Wanting[]>();

  /** @returns what ends it */
  want(name: KeyName, wanting: Wanting): () => void {
    this.#wanting.set(name, [...(this.#wanting.get(name) ?? []), wanting]);
    return () =>
      this.#wanting.set(
        name,
        (this.#wanting.get(name) ?? []).filter((each) => each !== wanting),
      );
  }

  /** @returns what ends it */
  listen(): () => void {
    const press = (event: KeyboardEvent) => {
      for (const [name, all] of this.#wanting) {
        const last = all[all.length - 1];
        if (!last || event.key.toLowerCase() !== this.of(name).toLowerCase() || taken(event, name, last.whileTyping)) continue;
        event.preventDefault();
        last.press();
        return;
      }
    };
    window.addEventListener("keydown", press);
    return () => window.removeEventListener("keydown", press);
  }

  of = (name: KeyName): string => this.#changed[name] ?? KEYS[name].key;

  change(name: KeyName, key: string | undefined) {
    this.#changed = { ...this.#changed, [name]: key };
    localStorage.setItem(PLACE, JSON.stringify(this.#changed));
    this.#watchers.forEach((watch) => watch());
  }

  subscribe = (watch: () => void) => {
    this.#watchers.add(watch);
    return () => void this.#watchers.delete(watch);
  };
}

const Context = createContext<KeyMap | undefined>(undefined);

export function KeysProvider({ keys, children }: { keys: KeyMap; children: ReactNode }) {
  useEffect(() => keys.listen(), [keys]);
  return <Context value={keys}>{children}</Context>;
}

export function useKeyMap(): KeyMap {
  const keys = use(Context);
  if (!keys) throw new Error("useKeyMap outside KeysProvider");
  return keys;
}

export function useKeyOf(name: KeyName): string {
  const keys = useKeyMap();
  return useSyncExternalStore(keys.subscribe, () => keys.of(name));
}

/** Where letters are typed, or another thing is open on top, keys are not ours; nor with Ctrl or Cmd, undoing excepted. */
function taken(event: KeyboardEvent, name: KeyName, whileTyping: boolean): boolean {
  if (event.altKey || event.defaultPrevented) return true;
  if ((event.ctrlKey || event.metaKey) && (name !== "undo" || event.shiftKey)) return true;
  const target = event.target as HTMLElement;
  if (target.closest("[role=dialog], [role=listbox], [role=menu]")) return true;
  const field = target.closest("input:not([type=checkbox]), textarea, select, [contenteditable], [role=spinbutton]");
  if (field && (!whileTyping || field.getAttribute("aria-expanded") === "true")) return true;
  return event.key === "Enter" && Boolean(target.closest("a, button, [role=button], summary, input"));
}

/** @param whileTyping in a text field too */
export function useKey(name: KeyName, act: () => unknown, active = true, whileTyping = false) {
  const keys = useKeyMap();
  const latest = useEffectEvent(act);
  useEffect(() => {
    if (active) return keys.want(name, { press: () => latest(), whileTyping });
  }, [keys, name, active, whileTyping]);
}
