import type { Pieces } from "../api/client";

/** A text, with the words marked that rules look for. */
export function Marked({ text, pieces }: { text: string; pieces?: Pieces | null }) {
  if (!pieces) return text;
  return pieces.map(([piece, marked], index) => (marked ? <mark key={index}>{piece}</mark> : <span key={index}>{piece}</span>));
}
