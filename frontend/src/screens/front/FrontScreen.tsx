import Button from "@mui/material/Button";
import { useEffect, useRef, useState } from "react";
import { Link, useNavigate, useParams } from "react-router";
import type { Act, Front, Row } from "../../api/client";
import { useAct, useFront } from "../../api/queries";
import { ChosenBar } from "../../parts/chosen";
import { KeyCap } from "../../parts/KeyCap";
import "../../parts/review.css";
import { useDeferredRows } from "../../parts/useDeferredRows";
import { neighbour, useRowKeys } from "../../parts/useRowKeys";
import { InkLegend } from "../inks/InkLegend";
import { SheetPane } from "../sheet/SheetPane";
import { Bands } from "./Bands";

const idsOf = (front: Front) => front.sections.flatMap(({ messages }) => messages.map(({ id }) => id));

/** The ids that were not here at the last look, for announcing them and sliding them in. */
function useFresh(front: Front | undefined) {
  const known = useRef<Set<number>>(undefined);
  const [fresh, setFresh] = useState<Row[]>([]);
  useEffect(() => {
    if (!front) return;
    const rows = front.sections.flatMap(({ messages }) => messages);
    const before = known.current;
    if (before) setFresh(rows.filter(({ id }) => !before.has(id)));
    known.current = new Set(rows.map(({ id }) => id));
  }, [front]);
  return fresh;
}

function announcement(fresh: Row[]) {
  if (fresh.length === 0) return "";
  if (fresh.length === 1) return `New on the Front: ${fresh[0]!.sender}, ${fresh[0]!.subject}`;
  return `${fresh.length} new on the Front`;
}

export function FrontScreen() {
  const params = useParams();
  const open = params.id ? Number(params.id) : undefined;
  const navigate = useNavigate();
  const front = useFront();
  const calm = useDeferredRows(front.data, idsOf);
  const fresh = useFresh(calm.shown);
  const acting = useAct();
  const act = (name: Act, ids: number[]) => acting.mutate({ act: name, messages: ids });
  useRowKeys("/front", open);
  const page = calm.shown;
  const freshIds = new Set(fresh.map(({ id }) => id));
  return (
    <div className="screen">
      <main className="list" {...calm.area}>
        <div className="unseen" role="status" aria-live="polite">
          {announcement(fresh)}
        </div>
        {page && (
          <>
            <h1 className="lead">{page.lead}</h1>
            <p className="sub">
              {page.waiting} {page.held > 0 && <Link to="/held">Look inside</Link>}
            </p>
            {page.reviews?.map(({ id, name, count }) => (
              <p key={id} className="review-line due">
                <span>
                  Time to go through “{name}”: {count === 1 ? "one message" : `${count.toLocaleString("en")} messages`}.
                </span>
                <Link to={`/views/${id}`}>Go through it</Link>
              </p>
            ))}
            {calm.coming > 0 && (
              <div className="fresh-pill">
                <Button variant="contained" onClick={calm.show}>
                  {calm.coming === 1 ? "One new message" : `${calm.coming} new messages`}: show
                </Button>
              </div>
            )}
            <Bands sections={page.sections} open={open} fresh={freshIds} act={act} />
            <InkLegend names={page.inks} />
            {page.older > 0 && (
              <p className="quiet">{page.older} older messages are on the Front too. Clear some of these to see them.</p>
            )}
            {page.count === 0 && (
              <p className="quiet">
                {page.held > 0 ? "What waits is in Held, and comes by itself." : "New mail shows up here by itself."} To bring in
                mail that you have, drop .eml or mbox files on this window, or{" "}
                <Link to="/mail-in">say where mail comes from</Link>.
              </p>
            )}
          </>
        )}
        <ChosenBar open={open} />
        {front.isError && !page && <p className="error-text">{front.error.message}</p>}
      </main>
      <SheetPane
        id={open}
        place="/front"
        act={act}
        gone={(id) => {
          const next = neighbour(id);
          navigate(next ? `/front/${next}` : "/front");
        }}
        empty={
          <p>
            Choose a message to read it here. <KeyCap of="next" /> <KeyCap of="previous" /> move, <KeyCap of="open" /> opens,{" "}
            <KeyCap of="keys" /> shows every key.
          </p>
        }
      />
    </div>
  );
}
