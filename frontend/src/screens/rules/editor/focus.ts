/** Where a sentence's part stands, for going on by keyboard once it has changed. */
export const groupAround = (element: Element | null | undefined) => element?.closest(".condition-group");

/** To the field of the condition or effect that was added last. */
export function focusAdded(group: Element | null | undefined) {
  setTimeout(() => {
    const added = [...(group?.querySelectorAll(":scope > .condition") ?? [])].at(-1);
    const field =
      added?.querySelector<HTMLElement>("input.slot-input") ?? added?.querySelector<HTMLElement>("[role=combobox], .chip");
    field?.focus();
  });
}

/** To what adds the next, where something was taken out. */
export function focusAdder(group: Element | null | undefined) {
  setTimeout(() => group?.querySelector<HTMLElement>(":scope > .condition-line > button")?.focus());
}
