import { createContext, use, useEffect, useEffectEvent, useSyncExternalStore, type ReactNode } from "react";

/**
 * Every key, by what it does; what that is stands with the table of keys. Each can be changed; the changes are kept in this browser.
 * "Mod" is Ctrl, or Cmd where the machine has that.
 */
export const KEYS = {
  next: "ArrowDown",
  previous: "ArrowUp",
  open: "Enter",
  close: "Escape",
  choose: " ",
  chooseAll: "Mod+a",
  goneThrough: "g",
  clear: "c",
  bringBack: "p",
  letIn: "l",
  flag: "f",
  unread: "u",
  discard: "Delete",
  raise: "Alt+ArrowUp",
  lower: "Alt+ArrowDown",
  keep: "k",
  label: "t",
  ink: "i",
  rule: "m",
  example: "x",
  answer: "a",
  answerAll: "b",
  forward: "d",
  expect: "e",
  task: "y",
  routine: "q",
  follow: "o",
  mute: "s",
  front: "1",
  held: "2",
  rules: "3",
  week: "4",
  outbox: "7",
  mailIn: "5",
  alerts: "6",
  senders: "8",
  report: "9",
  views: "v",
  today: "0",
  find: "/",
  newRule: "n",
  undo: "Mod+z",
  write: "w",
  send: "Mod+Enter",
  expecting: "Alt+w",
  save: "Mod+s",
  headsDown: "h",
  keys: "?",
} as const satisfies Record<string, string>;
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
  readonly #letters = new Map<string, Press>();

  /** @returns what ends it */
  want(name: KeyName, wanting: Wanting): () => void {
    this.#wanting.set(name, [...(this.#wanting.get(name) ?? []), wanting]);
    return () =>
      this.#wanting.set(
        name,
        (this.#wanting.get(name) ?? []).filter((each) => each !== wanting),
      );
  }

  /** A letter that somebody gave to something of their own: it goes behind every key that has a name. @returns what ends it */
  wantLetter(letter: string, press: Press): () => void {
    this.#letters.set(letter, press);
    return () => {
      if (this.#letters.get(letter) === press) this.#letters.delete(letter);
    };
  }

  /** @returns whether a key that has a name is pressed by it */
  isTaken = (letter: string): boolean => (Object.keys(KEYS) as KeyName[]).some((name) => this.of(name).toLowerCase() === letter);

  /** @returns what ends it */
  listen(): () => void {
    const press = (event: KeyboardEvent) => {
      for (const [name, all] of this.#wanting) {
        const last = all[all.length - 1];
        if (!last || comboOf(event) !== this.of(name).toLowerCase() || taken(event, last.whileTyping)) continue;
        if (last.press(event) !== false) event.preventDefault();
        return;
      }
      const letter = this.#letters.get(comboOf(event));
      if (letter && !taken(event, false) && letter(event) !== false) event.preventDefault();
    };
    window.addEventListener("keydown", press);
    return () => window.removeEventListener("keydown", press);
  }

  of = (name: KeyName): string => this.#changed[name] ?? KEYS[name];

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
