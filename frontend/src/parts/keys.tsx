import { createContext, use, useEffect, useEffectEvent, useSyncExternalStore, type ReactNode } from "react";

/** In this order they fill two columns alike. */
export const KEY_GROUPS = {
  mail: "What is done with a message",
  all: "Everywhere",
  list: "In a list",
  go: "Where to go",
} as const;
type KeyGroup = keyof typeof KEY_GROUPS;

/**
 * Every key and what it does, by what it is about. Each can be changed; the changes are kept in this browser. "Mod" is Ctrl, or
 * Cmd where the machine has that.
 */
export const KEYS = {
  next: { key: "ArrowDown", label: "Next message; with Shift chosen too", group: "list" },
  previous: { key: "ArrowUp", label: "Message before; with Shift chosen too", group: "list" },
  open: { key: "Enter", label: "Open the message", group: "list" },
  close: { key: "Escape", label: "Close what is open", group: "list" },
  choose: { key: " ", label: "Choose a message; with Shift a stretch", group: "list" },
  chooseAll: { key: "Mod+a", label: "Choose all that is shown", group: "list" },
  goneThrough: { key: "g", label: "In a view: gone through", group: "list" },
  clear: { key: "c", label: "Clear: done with, stays in its mailbox", group: "mail" },
  bringBack: { key: "p", label: "Put off, and bring back later", group: "mail" },
  letIn: { key: "l", label: "Let a held message in now", group: "mail" },
  flag: { key: "f", label: "Flag, or take the flag off", group: "mail" },
  unread: { key: "u", label: "Mark unread, or read", group: "mail" },
  discard: { key: "Delete", label: "Discard, or recover what is discarded", group: "mail" },
  raise: { key: "Alt+ArrowUp", label: "Raise the priority by one", group: "mail" },
  lower: { key: "Alt+ArrowDown", label: "Lower the priority by one", group: "mail" },
  keep: { key: "k", label: "Keep at top, or no longer", group: "mail" },
  label: { key: "t", label: "Put labels on, or take them off", group: "mail" },
  ink: { key: "i", label: "Give an ink, or take it off", group: "mail" },
  rule: { key: "m", label: "Make a rule from the message", group: "mail" },
  example: { key: "x", label: "Keep as an example of how it shall be decided", group: "mail" },
  answer: { key: "a", label: "Answer", group: "mail" },
  answerAll: { key: "b", label: "Answer all", group: "mail" },
  forward: { key: "d", label: "Forward", group: "mail" },
  follow: { key: "o", label: "Follow the conversation, or no longer", group: "mail" },
  mute: { key: "s", label: "Mute the conversation, or no longer", group: "mail" },
  front: { key: "1", label: "Go to the Front", group: "go" },
  held: { key: "2", label: "Go to Held", group: "go" },
  rules: { key: "3", label: "Go to Rules", group: "go" },
  week: { key: "4", label: "Go to the Week", group: "go" },
  outbox: { key: "7", label: "Go to the Outbox", group: "go" },
  mailIn: { key: "5", label: "Go to Mail in", group: "go" },
  alerts: { key: "6", label: "Go to Alerts", group: "go" },
  senders: { key: "8", label: "Go to Senders", group: "go" },
  report: { key: "9", label: "Go to the Report", group: "go" },
  views: { key: "v", label: "Go to Views", group: "go" },
  find: { key: "/", label: "Find in all mail", group: "go" },
  newRule: { key: "n", label: "On Rules: a new rule", group: "go" },
  undo: { key: "Mod+z", label: "Undo, step by step", group: "all" },
  write: { key: "w", label: "Write a new message", group: "all" },
  send: { key: "Mod+Enter", label: "Send what is being written", group: "all" },
  save: { key: "Mod+s", label: "Save what is being written", group: "all" },
  headsDown: { key: "h", label: "Heads-down, or end it", group: "all" },
  keys: { key: "?", label: "Show the keys", group: "all" },
} as const satisfies Record<string, { key: string; label: string; group: KeyGroup }>;
export type KeyName = keyof typeof KEYS;

const PLACE = "up-front-keys";

/** @param whileTyping whether the key is theirs in a text field too */
type Wanting = { press: Press; whileTyping: boolean };
/** What a key does; false where it does nothing now, and the key is the browser's. */
type Press = (event: KeyboardEvent) => unknown;

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
        if (!last || comboOf(event) !== this.of(name).toLowerCase() || taken(event, last.whileTyping)) continue;
        if (last.press(event) !== false) event.preventDefault();
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

/** What is pressed, as keys are kept: "c", "Mod+z", "Alt+ArrowUp"; Shift is the key's own. */
export const comboOf = ({ key, ctrlKey, metaKey, altKey }: Pick<KeyboardEvent, "key" | "ctrlKey" | "metaKey" | "altKey">) =>
  `${ctrlKey || metaKey ? "mod+" : ""}${altKey ? "alt+" : ""}${key.toLowerCase()}`;

/** Where letters are typed, or another thing is open on top, keys are not ours; nor those that press a button. */
function taken(event: KeyboardEvent, whileTyping: boolean): boolean {
  if (event.defaultPrevented) return true;
  const target = event.target as HTMLElement;
  if (target.closest("[role=dialog], [role=listbox], [role=menu]")) return true;
  const field = target.closest("input:not([type=checkbox]), textarea, select, [contenteditable], [role=spinbutton]");
  if (field && (!whileTyping || field.getAttribute("aria-expanded") === "true")) return true;
  if (event.key === "Enter") return Boolean(target.closest("a, button, [role=button], summary, input"));
  return event.key === " " && Boolean(target.closest("button, [role=button], summary, input"));
}

/** @param whileTyping in a text field too */
export function useKey(name: KeyName, act: Press, active = true, whileTyping = false) {
  const keys = useKeyMap();
  const latest = useEffectEvent(act);
  useEffect(() => {
    if (active) return keys.want(name, { press: (event) => latest(event), whileTyping });
  }, [keys, name, active, whileTyping]);
}
