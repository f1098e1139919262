import type { CSSProperties } from "react";
import type { InkStyle } from "../api/client";

/** How an ink shows, as the style sheet takes it: the scheme is chosen there. */
export const inkStyle = (ink: InkStyle | undefined): CSSProperties =>
  ink
    ? ({
        "--ink-light": ink.light.colour,
        "--ink-dark": ink.dark.colour,
        "--tint-light": ink.light.tint ?? undefined,
        "--tint-dark": ink.dark.tint ?? undefined,
        "--ink-weight": ink.weight === "bold" ? 700 : undefined,
        "--ink-slant": ink.slant === "slanted" ? "italic" : undefined,
        "--ink-size": `${ink.size}px`,
      } as CSSProperties)
    : {};

export const inkClasses = (ink: InkStyle | undefined): string[] =>
  ink ? ["inked", ...(ink.mark ? ["ink-mark"] : []), ...(ink.light.tint ? ["ink-tint"] : [])] : [];
