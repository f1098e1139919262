/**
 * The one place of colours. The chrome is neutral; colour means claim: vermilion is top, ochre is high, slate with hatching
 * is held, spruce is ours. Every text colour has at least 4.5:1 on the grounds it stands on. Style sheets and the theme of
 * components use them as custom properties: `var(--held-soft)`.
 */
export const COLOURS = {
  light: {
    page: "#f4f6f3",
    sheet: "#ffffff",
    ink: "#17211d",
    soft: "#56635c",
    faint: "#66736c",
    line: "#d9dfda",
    hair: "#e8ece8",
    spruce: "#14594a",
    "spruce-soft": "#ddebe4",
    "on-spruce": "#ffffff",
    top: "#b93a1b",
    "top-soft": "#fbe7e0",
    high: "#8a5200",
    "high-soft": "#fbf0dc",
    held: "#55588a",
    "held-soft": "#ececf5",
    "held-hatch": "#d5d6e8",
    "on-ink": "#ffffff",
    tick: "#9aa59f",
    shade: "rgb(23 33 29 / 0.16)",
    letter: "#ffffff", // what mail's own HTML is made for, in either scheme
  },
  dark: {
    page: "#121916",
    sheet: "#1a2320",
    ink: "#e7ede9",
    soft: "#a9b6af",
    faint: "#94a29a",
    line: "#34403b",
    hair: "#27322d",
    spruce: "#7cc7b0",
    "spruce-soft": "#1f3a32",
    "on-spruce": "#0c1f19",
    top: "#ff8f72",
    "top-soft": "#43231a",
    high: "#e9b45c",
    "high-soft": "#3a2c14",
    held: "#aeb1e6",
    "held-soft": "#262941",
    "held-hatch": "#3a3d5c",
    "on-ink": "#121916",
    tick: "#6d7a73",
    shade: "rgb(0 0 0 / 0.4)",
    letter: "#ffffff",
  },
} as const;

/** What labels and views are given where nobody chooses. */
export const MARKS = ["#2F6B4F", "#9A4A12", "#55588A", "#8A5200", "#7A2E5D", "#2B5F8A", "#14594A", "#6B5B1E"] as const;

type Scheme = keyof typeof COLOURS;

/** The colours of a scheme as custom properties, for all of the page or for what shows a scheme. */
export const properties = (scheme: Scheme): Record<`--${string}`, string> =>
  Object.fromEntries(Object.entries(COLOURS[scheme]).map(([name, colour]) => [`--${name}`, colour]));

const declared = (scheme: Scheme) =>
  `:root { ${Object.entries(properties(scheme))
    .map((pair) => pair.join(": "))
    .join("; ")} }`;

/** Lays the colours under the page; the scheme follows the system. */
export function layColours() {
  const sheet = new CSSStyleSheet();
  sheet.replaceSync(`${declared("light")} @media (prefers-color-scheme: dark) { ${declared("dark")} }`);
  document.adoptedStyleSheets.push(sheet);
}
