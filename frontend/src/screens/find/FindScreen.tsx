import Close from "@mui/icons-material/Close";
import Button from "@mui/material/Button";
import { useState } from "react";
import { useNavigate, useParams, useSearchParams } from "react-router";
import type { Act, Facets, RuleBody } from "../../api/client";
import { useAct, useFind, useFindFacets, useFindHints, type Narrowed } from "../../api/queries";
import { ChosenBar } from "../../parts/chosen";
import { MessageRow } from "../../parts/rows";
import { neighbour, useRowKeys } from "../../parts/useRowKeys";
import { beginWith } from "../rules/editor/useDraft";
import { SheetPane } from "../sheet/SheetPane";
import { TidyPane } from "../views/TidyPane";
import { DISCARDED, DiscardedLine } from "./Discarded";
import "../rules/rules.css";
import "../views/views.css";

const PAGE = 50;
const KINDS = { person: "from", label: "labelled", account: "account", date: "arrived", state: "where" };
const KEYS = ["sender", "label", "month", "account"] as const;

/** What narrows further, each with how many it would leave. */
function Narrowing({ facets, narrow }: { facets: Facets; narrow: (key: keyof Narrowed, value?: string) => void }) {
  return (
    <div className="facets">
      {facets
        .filter(({ choices, chosen }) => chosen || choices.length > 1)
        .map(({ key, title, chosen, choices }) => (
          <div key={key} role="group" aria-label={title} className="condition-line">
            <span>{title}</span>
            {chosen ? (
              <button type="button" className="value-chip" onClick={() => narrow(key)} aria-label={`No longer only ${chosen}`}>
                {choices.find(({ value }) => value === chosen)?.label ?? chosen} <Close />
              </button>
            ) : (
              choices.map(({ value, label, count }) => (
                <button key={value} type="button" className="chip" onClick={() => narrow(key, value)}>
                  {label} <i>{count.toLocaleString("en")}</i>
                </button>
              ))
            )}
          </div>
        ))}
    </div>
  );
}

/** What may be meant by the word that is being typed. */
function Hints({ text, take }: { text: string; take: (text: string) => void }) {
  const hints = useFindHints(text).data?.hints ?? [];
  if (hints.length === 0 || !text.trim()) return null;
  return (
    <p className="find-people">
      Only:{" "}
      {hints.map(({ kind, label, text: condition }) => (
        <button key={condition} type="button" className="chip" onClick={() => take(condition)}>
          <i>{KINDS[kind]}</i> {label}
        </button>
      ))}
    </p>
  );
}

/** What a search finds over all mail, wherever it is. */
export function FindScreen() {
  const params = useParams();
  const open = params.id ? Number(params.id) : undefined;
  const [given, setGiven] = useSearchParams();
  const text = given.get("text") ?? "";
  const narrowed: Narrowed = Object.fromEntries(KEYS.flatMap((key) => (given.get(key) ? [[key, given.get(key)!]] : [])));
  const [shown, setShown] = useState({ text, pages: 1 });
  const pages = shown.text === text ? shown.pages : 1;
  const navigate = useNavigate();
  const found = useFind(text, narrowed, (pages - 1) * PAGE);
  const page = text.trim() ? found.data : undefined;
  const facets = useFindFacets(text, narrowed).data?.facets;
  const [tidying, setTidying] = useState(false);
  const acting = useAct();
  const act = (name: Act, ids: number[], sender?: boolean) => acting.mutate({ act: name, messages: ids, sender });
  const query = given.toString() ? `?${given.toString()}` : "";
  const at = (id: number | undefined) => `/find${id ? `/${id}` : ""}${query}`;
  useRowKeys("/find", open, query);
  const narrow = (key: keyof Narrowed, value?: string) => {
    const next = new URLSearchParams(given);
    if (value) next.set(key, value);
    else next.delete(key);
    setGiven(next);
  };
  const rule = () => {
    const body = { name: `Found: ${text}`.slice(0, 80), when: { all: [page!.condition] }, then: {} } as unknown as RuleBody;
    beginWith({ body });
    void navigate("/rules/new");
  };
  const last = page ? Math.ceil(page.count / PAGE) : 1;
  return (
    <div className="screen">
      <main className="list">
        <h1 className="lead">{page?.lead ?? "Find in all mail"}</h1>
        <p className="sub">
          {page?.heard
            ? `Heard as a condition: ${page.heard}.`
            : "Words, beginnings of words, “phrases”, names; or a condition, such as “the sender is me and it is unread”."}
        </p>
        <Hints text={text} take={(next) => setGiven({ text: next })} />
        {page && page.of > 0 && facets && <Narrowing facets={facets} narrow={narrow} />}
        {page?.condition && page.of > 0 && (
          <div className="row-of">
            <Button onClick={() => void navigate("/views/new", { state: { when: page.condition } })}>Keep it as a view</Button>
            {page.for_rules ? (
              <Button onClick={rule}>Make a rule of it</Button>
            ) : (
              <span className="quiet">No rule can be made of it: it asks how messages stand.</span>
            )}
            <Button aria-expanded={tidying} onClick={() => setTidying(!tidying)}>
              Tidy …
            </Button>
          </div>
        )}
        {tidying && page && page.count > 0 && (
          <TidyPane source={{ find: { text, ...narrowed } }} holds="is found" close={() => setTidying(false)} />
        )}
        {text === DISCARDED && <DiscardedLine />}
        <div role="status" className="unseen">
          {page?.lead}
        </div>
        {page?.messages.map((row) => (
          <MessageRow key={row.id} row={row} to={at(row.id)} selected={row.id === open} dense />
        ))}
        {page && last > 1 && (
          <div className="row-of find-pages">
            <Button disabled={pages <= 1} onClick={() => setShown({ text, pages: pages - 1 })}>
              Better ones
            </Button>
            <span className="quiet">
              {((pages - 1) * PAGE + 1).toLocaleString("en")} to {Math.min(pages * PAGE, page.count).toLocaleString("en")} of{" "}
              {page.count.toLocaleString("en")}
            </span>
            <Button disabled={pages >= last} onClick={() => setShown({ text, pages: pages + 1 })}>
              Further ones
            </Button>
          </div>
        )}
        <ChosenBar open={open} />
        {found.isError && text.trim() && <p className="error-text">{found.error.message}</p>}
      </main>
      <SheetPane
        id={open}
        place={`/find${query}`}
        act={act}
        gone={(id) => void navigate(at(neighbour(id)))}
        empty={<p>Held, cleared and discarded mail is found too; each says where it stands. Nothing is moved.</p>}
      />
    </div>
  );
}
