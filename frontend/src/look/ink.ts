import type { CSSProperties } from "react";
import type { InkStyle } from "../api/client";

/** A colour in both schemes; what it stands in chooses. */
const both = (light: string | null | undefined, dark: string | null | undefined) =>
  light && dark ? `light-dark(${light}, ${dark})` : undefined;

/** How an ink shows, as properties that style sheets of messages read: colour, weight, slant, size, side mark, tint. */
export const inkStyle = (ink: InkStyle | undefined): CSSProperties =>
  ink
    ? ({
        "--ink-now": both(ink.light.colour, ink.dark.colour),
        "--ink-side": ink.mark ? both(ink.light.colour, ink.dark.colour) : undefined,
        "--ink-tint": both(ink.light.tint, ink.dark.tint),
        "--ink-weight": ink.weight === "bold" ? 700 : undefined,
        "--ink-slant": ink.slant === "slanted" ? "italic" : undefined,
        "--ink-size": `${ink.size}px`,
      } as CSSProperties)
    : {};
