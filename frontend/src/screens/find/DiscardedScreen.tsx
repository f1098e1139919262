import Button from "@mui/material/Button";
import { useState } from "react";
import { useParams, useSearchParams } from "react-router";
import { useFind } from "../../api/find";
import { Fault } from "../../parts/Fault";
import ui from "../../parts/page.module.css";
import { ListAndSheet } from "../../reading/ListAndSheet";
import { MessageRow } from "../../reading/rows";
import { SectionRows } from "../../reading/SectionRows";
import { TidyPane } from "../../reading/TidyPane";
import { DISCARDED, DiscardedLine } from "./Discarded";

const PAGE = 50;

/** What was discarded: recovered here, or removed for good. */
export function DiscardedScreen() {
  const params = useParams();
  const open = params.id ? Number(params.id) : undefined;
  const [given, setGiven] = useSearchParams();
  const at = Math.max(1, Number(given.get("page")) || 1);
  const query = at > 1 ? `?page=${at}` : "";
  const found = useFind(DISCARDED, {}, (at - 1) * PAGE, "best");
  const [tidying, setTidying] = useState(false);
  const page = found.data;
  const last = page ? Math.max(1, Math.ceil(page.count / PAGE)) : 1;
  return (
    <ListAndSheet
      place="/views/discarded"
      query={query}
      open={open}
      parts={["discarded"]}
      empty={<p>What is discarded is in no view. Open one to read it, or to recover it.</p>}
    >
      <h1 className={ui.lead}>
        {!page
          ? "Discarded mail"
          : page.count === 0
            ? "Nothing is discarded."
            : page.count === 1
              ? "One message is discarded."
              : `${page.count.toLocaleString("en")} messages are discarded.`}
      </h1>
      <p className={ui.sub}>Each stays in its mailbox. Here it can be recovered, until it is removed from Up Front for good.</p>
      <DiscardedLine />
      {page && page.count > 0 && (
        <Button aria-expanded={tidying} onClick={() => setTidying(!tidying)}>
          Tidy …
        </Button>
      )}
      {tidying && page && page.count > 0 && (
        <TidyPane source={{ find: { text: DISCARDED } }} holds="you discarded" begin="recover" close={() => setTidying(false)} />
      )}
      <SectionRows
        part="discarded"
        rows={page?.messages ?? []}
        draw={(row) => (
          <MessageRow key={row.id} row={row} to={`/views/discarded/${row.id}${query}`} selected={row.id === open} dense />
        )}
      />
      {last > 1 && (
        <div className={ui.rowOf}>
          <Button disabled={at <= 1} onClick={() => setGiven({ page: String(at - 1) })}>
            Page before
          </Button>
          <span className={ui.quiet}>
            Page {at} of {last}
          </span>
          <Button disabled={at >= last} onClick={() => setGiven({ page: String(at + 1) })}>
            Next page
          </Button>
        </div>
      )}
      <Fault of={found} />
    </ListAndSheet>
  );
}
