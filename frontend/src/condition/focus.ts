/** Where a sentence's part stands, for going on by keyboard once it has changed. */
export const GROUP = { "data-sentence": "group" };
export const PART = { "data-sentence": "part" };

export const groupAround = (element: Element | null | undefined) => element?.closest('[data-sentence="group"]');

/** To the field of the part that was added last. */
export function focusAdded(group: Element | null | undefined) {
  setTimeout(() => {
    const added = [...(group?.querySelectorAll(':scope > [data-sentence="part"]') ?? [])].at(-1);
    const field =
      added?.querySelector<HTMLElement>("input:not([aria-hidden])") ??
      added?.querySelector<HTMLElement>("[role=combobox], button[aria-pressed]");
    field?.focus();
  });
}

/** To what adds the next, where something was taken out: the last buttons of the group. */
export function focusAdder(group: Element | null | undefined) {
  setTimeout(() => group?.querySelector<HTMLElement>(":scope > div:last-child > button, :scope > button")?.focus());
}
