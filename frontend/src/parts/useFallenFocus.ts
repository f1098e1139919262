import { useEffect, useRef } from "react";

/** A heading that takes the focus when what had it has gone, as the page has others in its place. @param shown what the page shows */
export function useFallenFocus(shown: unknown) {
  const heading = useRef<HTMLHeadingElement>(null);
  const before = useRef(shown);
  useEffect(() => {
    if (before.current !== undefined && before.current !== shown && document.activeElement === document.body)
      heading.current?.focus();
    before.current = shown;
  }, [shown]);
  return { ref: heading, tabIndex: -1 };
}
