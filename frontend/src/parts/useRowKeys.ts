import { useNavigate } from "react-router";
import { useKey } from "./keys";

const rows = () => Array.from(document.querySelectorAll<HTMLAnchorElement>("[data-row]"));

/**
 * Moves through the rows of a list by key, and opens them.
 * @param place the screen's path, "/front" @param query what follows the path, "?text=loan"
 */
export function useRowKeys(place: string, open: number | undefined, query = "") {
  const navigate = useNavigate();
  const go = (step: number) => {
    const all = rows();
    const focused = all.indexOf(document.activeElement as HTMLAnchorElement);
    const at = focused >= 0 ? focused : all.findIndex((row) => Number(row.dataset.row) === open);
    const next = all[Math.min(Math.max(at + step, 0), all.length - 1)];
    next?.focus();
    next?.scrollIntoView({ block: "nearest" });
    if (open !== undefined && next) navigate(`${place}/${next.dataset.row}${query}`);
  };
  useKey("next", () => go(1));
  useKey("previous", () => go(-1));
  useKey("close", () => navigate(`${place}${query}`), open !== undefined);
}

/** The row after or before one, for going on when it leaves the list. */
export function neighbour(id: number): number | undefined {
  const all = rows().map((row) => Number(row.dataset.row));
  const at = all.indexOf(id);
  return all[at + 1] ?? all[at - 1];
}
