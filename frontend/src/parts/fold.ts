import strokes from "../../../lib/up_front/core/text/strokes.json";

const LETTERS = new Map(Object.entries({ ...strokes, ß: "ss", ς: "σ" }));
const STROKED = new RegExp(`[${[...LETTERS.keys()].join("")}]`, "gu");

/** A text as it is compared: without case, marks and strokes, each run of white space as one space; as the server folds it. */
export const fold = (text: string) =>
  text
    .normalize("NFKC")
    .toLowerCase()
    .normalize("NFD")
    .replace(/\p{Mn}+/gu, "")
    .replace(STROKED, (letter) => LETTERS.get(letter) ?? letter)
    .replace(/\s+/gu, " ")
    .trim();
