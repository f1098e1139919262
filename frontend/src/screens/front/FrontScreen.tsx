import Button from "@mui/material/Button";
import { useState } from "react";
import { Link, useParams } from "react-router";
import type { Front, Row } from "../../api/client";
import { useFront } from "../../api/front";
import { useStatus } from "../../api/moment";
import { Fault } from "../../parts/Fault";
import { KeyCap } from "../../parts/KeyCap";
import ui from "../../parts/page.module.css";
import { TableLink } from "../../parts/TableLink";
import { InkLegend } from "../../reading/InkLegend";
import { useActs } from "../../reading/acts";
import { ListAndSheet } from "../../reading/ListAndSheet";
import { ReviewCall } from "../../reading/ReviewCall";
import styles from "../../reading/rows.module.css";
import { useDeferredRows } from "../../reading/useDeferredRows";
import { Bands, inOrder } from "./Bands";
import { DueNow } from "./DueNow";

const idsOf = (front: Front) => front.sections.flatMap(({ messages }) => messages.map(({ id }) => id));

const rowsOf = (front: Front) => front.sections.flatMap(({ messages }) => messages);

/** The rows that were not here at the last look, for announcing them and sliding them in. */
function useFresh(front: Front | undefined): Row[] {
  const [seen, setSeen] = useState<{ front: Front; known: Set<number>; fresh: Row[] }>();
  if (front && front !== seen?.front) {
    const rows = rowsOf(front);
    setSeen({
      front,
      known: new Set(rows.map(({ id }) => id)),
      fresh: seen ? rows.filter(({ id }) => !seen.known.has(id)) : [],
    });
  }
  return seen?.fresh ?? [];
}

function announcement(fresh: Row[]) {
  if (fresh.length === 0) return "";
  if (fresh.length === 1) return `New on the Front: ${fresh[0]!.sender}, ${fresh[0]!.subject}`;
  return `${fresh.length} new on the Front`;
}

export function FrontScreen() {
  const params = useParams();
  const open = params.id ? Number(params.id) : undefined;
  const front = useFront();
  const calm = useDeferredRows(front.data, idsOf);
  const fresh = useFresh(calm.shown);
  const act = useActs();
  const page = calm.shown;
  const proposed = useStatus().data?.proposals ?? 0;
  const sections = inOrder(page?.sections ?? []);
  return (
    <ListAndSheet
      place="/front"
      open={open}
      parts={sections.map(({ key }) => key)}
      list={calm.area}
      empty={
        <p>
          Choose a message to read it here. <KeyCap of="next" /> <KeyCap of="previous" /> move, <KeyCap of="open" /> opens,{" "}
          <KeyCap of="keys" /> shows every key.
        </p>
      }
    >
      <div className="unseen" role="status" aria-live="polite">
        {announcement(fresh)}
      </div>
      {page && (
        <>
          <h1 className={ui.lead}>{page.lead}</h1>
          <p className={ui.sub}>
            {page.waiting} {page.held > 0 && <Link to="/held">Look inside</Link>}
          </p>
          {page.awaits_me && (
            <p className={ui.sub}>
              {page.awaits_me.said} {page.awaits_me.view && <Link to={`/views/${page.awaits_me.view}`}>See them</Link>}
            </p>
          )}
          {page.measure && (
            <p className={ui.sub}>
              {page.measure.said} <Link to="/report?days=today">The day</Link>
            </p>
          )}
          {proposed > 0 && (
            <p className={ui.sub}>
              Your rules ask about {proposed === 1 ? "one message" : `${proposed.toLocaleString("en")} messages`}.{" "}
              <Link to="/rules/proposals">Answer</Link>
            </p>
          )}
          {page.reviews?.map(({ id, name, count }) => (
            <ReviewCall key={id} due>
              <span>
                Time to go through “{name}”: {count === 1 ? "one message" : `${count.toLocaleString("en")} messages`}.
              </span>
              <Link to={`/views/${id}`}>Go through it</Link>
            </ReviewCall>
          ))}
          {calm.coming > 0 && (
            <div className={styles.freshPill}>
              <Button variant="contained" onClick={calm.show}>
                {calm.coming === 1 ? "One new message" : `${calm.coming} new messages`}: show
              </Button>
            </div>
          )}
          {(page.tasks.length > 0 || page.awaited.length > 0) && <DueNow tasks={page.tasks} awaited={page.awaited} />}
          <Bands sections={sections} open={open} fresh={new Set(fresh.map(({ id }) => id))} act={act} />
          <InkLegend names={page.inks} />
          {page.count > 0 && <TableLink of="front" />}
          {page.older > 0 && (
            <p className={ui.quiet}>{page.older} older messages are on the Front too. Clear some of these to see them.</p>
          )}
          {page.count === 0 && (
            <p className={ui.quiet}>
              {page.held > 0 ? "What waits is in Held, and comes by itself." : "New mail shows up here by itself."} To bring in
              mail that you have, drop .eml or mbox files on this window, or <Link to="/mail-in">say where mail comes from</Link>.
            </p>
          )}
        </>
      )}
      {!page && <Fault of={front} />}
    </ListAndSheet>
  );
}
