import Button from "@mui/material/Button";
import { useRef, useState } from "react";
import { useNavigate, useParams, useSearchParams } from "react-router";
import type { Facets, RuleBody } from "../../api/client";
import { LONGEST, useFind, useFindFacets, useFindHints, type Narrowed, type Order } from "../../api/find";
import { Choice, Given } from "../../parts/chips";
import { Fault } from "../../parts/Fault";
import { OneOf } from "../../parts/OneOf";
import ui from "../../parts/page.module.css";
import { TableLink } from "../../parts/TableLink";
import { useLong } from "../../parts/useLong";
import { ListAndSheet } from "../../reading/ListAndSheet";
import { MessageRow } from "../../reading/rows";
import { SectionRows } from "../../reading/SectionRows";
import { TidyPane } from "../../reading/TidyPane";
import { useBeginRule } from "../../rule/beginning";
import styles from "./find.module.css";

const PAGE = 50;
const FEW = 8; // choices of each kind that are shown at first
const KINDS = { person: "from", label: "labelled", account: "account", date: "arrived", state: "where" };
const KEYS = ["sender", "label", "month", "account", "read", "files", "state"] as const;
const ORDERS: { value: Order; label: string }[] = [
  { value: "best", label: "best first" },
  { value: "newest", label: "newest first" },
];

/** As a rule holds it: a group, of which a condition alone is the only member. */
const grouped = (condition: unknown) =>
  typeof condition === "object" && condition !== null && "fact" in condition ? { all: [condition] } : condition;

/** What narrows further, each with how many it would leave. */
function Narrowing({
  facets,
  all,
  showAll,
  narrow,
}: {
  facets: Facets;
  all: boolean;
  showAll: (all: boolean) => void;
  narrow: (key: keyof Narrowed, value?: string) => void;
}) {
  const more = facets.some(({ key, choices, chosen }) => key === "sender" && !chosen && choices.length >= FEW);
  return (
    <div className={styles.facets}>
      {facets
        .filter(({ choices, chosen }) => chosen || choices.length > 1)
        .map(({ key, title, chosen, choices }) => (
          <div key={key} role="group" aria-label={title} className={ui.conditionLine}>
            <span>{title}</span>
            {chosen ? (
              <Given takeOut={() => narrow(key)} says={`No longer only ${chosen}`}>
                {choices.find(({ value }) => value === chosen)?.label ?? chosen}
              </Given>
            ) : (
              choices.map(({ value, label, count }) => (
                <Choice key={value} press={() => narrow(key, value)} aside={count.toLocaleString("en")}>
                  {label}
                </Choice>
              ))
            )}
            {key === "sender" && more && (
              <Button variant="text" aria-expanded={all} onClick={() => showAll(!all)}>
                {all ? "fewer" : "more …"}
              </Button>
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
    <p className={styles.findPeople}>
      Only:{" "}
      {hints.map(({ kind, label, text: condition }) => (
        <Choice key={condition} press={() => take(condition)} before={KINDS[kind]}>
          {label}
        </Choice>
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
  const order: Order = given.get("order") === "newest" ? "newest" : "best";
  const pages = Math.max(1, Number(given.get("page")) || 1);
  const top = useRef<HTMLHeadingElement>(null);
  const [all, showAll] = useState(false);
  const navigate = useNavigate();
  const begin = useBeginRule();
  const found = useFind(text, narrowed, (pages - 1) * PAGE, order);
  const long = text.length > LONGEST;
  const narrowing = useFindFacets(text, narrowed, all);
  const facets = narrowing.data?.facets;
  const whole = useLong(narrowing.isLoading) || !narrowing.isLoading;
  const page = text.trim() && !long && whole ? found.data : undefined;
  const [tidying, setTidying] = useState(false);
  const query = given.toString() ? `?${given.toString()}` : "";
  const set = (key: string, value?: string) => {
    const next = new URLSearchParams(given);
    next.delete("page"); // another list begins at its top
    if (value) next.set(key, value);
    else next.delete(key);
    setGiven(next);
  };
  const turn = (to: number) => {
    set("page", to > 1 ? String(to) : undefined);
    top.current?.closest("main")?.scrollTo({ top: 0 });
  };
  const rule = () => {
    const body = { name: `Found: ${text}`.slice(0, 80), when: grouped(page!.condition), then: {} } as unknown as RuleBody;
    begin({ body });
  };
  const last = page ? Math.ceil(page.count / PAGE) : 1;
  return (
    <ListAndSheet
      place="/find"
      query={query}
      open={open}
      parts={["found"]}
      empty={<p>Held, cleared and discarded mail is found too; each says where it stands. Nothing is moved.</p>}
    >
      <h1 ref={top} className={ui.lead}>
        {page?.lead ?? "Find in all mail"}
      </h1>
      <p className={long ? ui.inPlace : ui.sub} role={long ? "alert" : undefined}>
        {long
          ? `That is longer than what can be looked for: ${LONGEST.toLocaleString("en")} characters. Take some of it out.`
          : page?.heard
            ? `Heard as a condition: ${page.heard}.`
            : "Words, beginnings of words, “phrases”, names; or a condition, such as “the sender is me and it is unread”."}
      </p>
      <Hints text={text} take={(next) => setGiven({ text: next })} />
      {page && page.of > 0 && facets && <Narrowing facets={facets} all={all} showAll={showAll} narrow={set} />}
      {page?.condition && page.of > 0 && (
        <div className={ui.rowOf}>
          {!page.heard && (
            <OneOf
              label="Order"
              value={order}
              choices={ORDERS}
              change={(next) => set("order", next === "newest" ? next : undefined)}
            />
          )}
          <Button onClick={() => void navigate("/views/new", { state: { when: page.condition } })}>Keep it as a view</Button>
          {page.for_rules ? (
            <Button onClick={rule}>Make a rule of it</Button>
          ) : (
            <span className={ui.quiet}>No rule can be made of it: it asks how messages stand.</span>
          )}
          <Button aria-expanded={tidying} onClick={() => setTidying(!tidying)}>
            Tidy …
          </Button>
          <TableLink of={`found?${new URLSearchParams({ text, ...narrowed }).toString()}`} />
        </div>
      )}
      {tidying && page && page.count > 0 && (
        <TidyPane source={{ find: { text, ...narrowed } }} holds="the search finds" close={() => setTidying(false)} />
      )}
      <div role="status" className="unseen">
        {page?.lead}
      </div>
      <SectionRows
        part="found"
        rows={page?.messages ?? []}
        draw={(row) => <MessageRow key={row.id} row={row} to={`/find/${row.id}${query}`} selected={row.id === open} dense />}
      />
      {page && last > 1 && (
        <div className={`${ui.rowOf} ${styles.findPages}`}>
          <Button disabled={pages <= 1} onClick={() => turn(pages - 1)}>
            Page before
          </Button>
          <span className={ui.quiet}>
            {((pages - 1) * PAGE + 1).toLocaleString("en")} to {Math.min(pages * PAGE, page.count).toLocaleString("en")} of{" "}
            {page.count.toLocaleString("en")}
          </span>
          <Button disabled={pages >= last} onClick={() => turn(pages + 1)}>
            Next page
          </Button>
        </div>
      )}
      {text.trim() && <Fault of={found} />}
    </ListAndSheet>
  );
}
