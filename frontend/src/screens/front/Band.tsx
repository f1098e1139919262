import ChevronRight from "@mui/icons-material/ChevronRight";
import ExpandMore from "@mui/icons-material/ExpandMore";
import Button from "@mui/material/Button";
import IconButton from "@mui/material/IconButton";
import { useState, type ReactNode } from "react";
import { Link } from "react-router";
import type { Act, Row, Section } from "../../api/client";
import ui from "../../parts/page.module.css";
import { useKept } from "../../parts/useKept";
import { ChooseAll } from "../../reading/chosen";
import { MessageRow } from "../../reading/rows";
import { SectionRows } from "../../reading/SectionRows";

const moreWords = ({ key }: Section, more: number) =>
  key === "now"
    ? more === 1
      ? "One more needs you now"
      : `${more} more need you now`
    : more === 1
      ? "One more in this band"
      : `${more} more in this band`;

/** A section of the Front: a heading, its messages, low ones run together. */
export function Band({
  section,
  open,
  fresh,
  act,
  handle,
}: {
  section: Section;
  open?: number;
  fresh: Set<number>;
  act: (act: Act, ids: number[]) => void;
  /** by which the band is dragged, where it can be */
  handle?: ReactNode;
}) {
  const render = (row: Row) => (
    <MessageRow key={row.id} row={row} to={`/front/${row.id}`} selected={row.id === open} fresh={fresh.has(row.id)} />
  );
  const [whole, setWhole] = useState(false);
  const { kept: folded, turn } = useKept("bands-folded");
  const shut = section.key !== "now" && folded.includes(section.key);
  const most = section.most ?? undefined;
  const shown = most === undefined || whole ? section.messages : section.messages.slice(0, most);
  const more = section.messages.length - shown.length;
  const clearing = more > 0 ? `Clear all ${section.messages.length}, ${more} of them not shown` : "Clear all";
  const low = shown.filter(({ priority, kept }) => priority === "low" && !kept && section.key !== "now");
  const rest = shown.filter((row) => !low.includes(row));
  return (
    <section aria-label={section.title}>
      <div className={ui.band}>
        {handle}
        {section.key !== "now" && (
          <IconButton
            size="small"
            aria-expanded={!shut}
            aria-label={`${shut ? "Open" : "Fold"} ${section.title}`}
            onClick={() => turn(section.key)}
          >
            {shut ? <ChevronRight fontSize="inherit" /> : <ExpandMore fontSize="inherit" />}
          </IconButton>
        )}
        <h2>{section.view_id ? <Link to={`/views/${section.view_id}`}>{section.title}</Link> : section.title}</h2>
        <span className={ui.count}>{section.count}</span>
        {most !== undefined && <span className={ui.right}>shows at most {most}</span>}
        {section.key !== "now" && (
          <span className={ui.right}>
            <ChooseAll ids={section.messages.map(({ id }) => id)} of={section.title} />
            <Button
              variant="text"
              onClick={() =>
                act(
                  "clear",
                  section.messages.map(({ id }) => id),
                )
              }
              aria-label={`${clearing}: ${section.title}`}
            >
              {clearing}
            </Button>
          </span>
        )}
      </div>
      {shut && section.messages.length > 0 && <p className={ui.quiet}>Folded; {section.count} here.</p>}
      {section.messages.length === 0 && <p className={ui.quiet}>Nothing fits this band now.</p>}
      {!shut && <SectionRows part={section.key} rows={rest} low={low} draw={render} />}
      {!shut && more > 0 && (
        <p className={ui.moreLine}>
          <Button variant="text" onClick={() => setWhole(true)}>
            {moreWords(section, more)}
          </Button>
        </p>
      )}
    </section>
  );
}
