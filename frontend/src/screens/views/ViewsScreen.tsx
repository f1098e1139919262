import Button from "@mui/material/Button";
import { useRef, useState } from "react";
import { Link, useNavigate, useParams } from "react-router";
import type { Act, SavedView, ViewBody, ViewPage } from "../../api/client";
import {
  useAct,
  useChangeView,
  useDeleteView,
  useMakeView,
  useMoveView,
  useView,
  useViews,
  useWhyInView,
} from "../../api/queries";
import { ChosenBar } from "../../parts/chosen";
import { Slot } from "../../parts/Slot";
import { neighbour, useRowKeys } from "../../parts/useRowKeys";
import { SheetPane } from "../sheet/SheetPane";
import { GROUPS, orderWords, SORTS } from "./shapes";
import { ReviewLine } from "./Review";
import { TidyPane } from "./TidyPane";
import { ViewRows } from "./ViewRows";
import { WhyNot } from "./WhyNot";
import "../rules/rules.css";
import "./views.css";

/** A view that somebody saved as a file. */
function BringIn() {
  const field = useRef<HTMLInputElement>(null);
  const [failed, setFailed] = useState("");
  const make = useMakeView();
  const navigate = useNavigate();
  const read = async (file: File | undefined) => {
    if (!file) return;
    setFailed("");
    try {
      const body = JSON.parse(await file.text()) as ViewBody;
      const { id } = await make.mutateAsync(body);
      void navigate(`/views/${id}`);
    } catch (problem) {
      setFailed(problem instanceof SyntaxError ? "That file is no saved view." : (problem as Error).message);
    }
  };
  return (
    <>
      <input
        ref={field}
        type="file"
        accept=".json,application/json"
        className="unseen"
        tabIndex={-1}
        aria-label="A view’s file"
        onChange={(event) => {
          void read(event.target.files?.[0]);
          event.target.value = "";
        }}
      />
      <Button variant="text" onClick={() => field.current?.click()}>
        Bring one in
      </Button>
      {failed && (
        <p className="error-text" role="alert">
          {failed}
        </p>
      )}
    </>
  );
}

/** The views at hand, under their headings, favourites first. */
function Tabs({ views, chosen }: { views: SavedView[]; chosen: number | undefined }) {
  const headings = [...new Set(views.map(({ body }) => body.heading ?? ""))].sort(
    (one, other) => Number(one !== "") - Number(other !== ""),
  );
  return (
    <nav className="view-tabs" aria-label="Saved views">
      {headings.map((heading) => (
        <div key={heading} className="view-heading">
          {heading && <span>{heading}</span>}
          {views
            .filter(({ body }) => (body.heading ?? "") === heading)
            .sort((one, other) => Number(other.body.favourite ?? false) - Number(one.body.favourite ?? false))
            .map(({ id, body, badge, due }) => (
              <Link
                key={id}
                to={`/views/${id}`}
                aria-current={id === chosen ? "page" : undefined}
                style={{ "--c": body.colour ?? "var(--tick)" } as React.CSSProperties}
              >
                {body.mark && (
                  <i className="view-mark" aria-hidden>
                    {body.mark}
                  </i>
                )}
                {body.name}
                {due && <i className="due-mark">due</i>}
                {typeof badge === "number" && badge > 0 && <b>{badge.toLocaleString("en")}</b>}
                {body.key && <kbd>V {body.key}</kbd>}
              </Link>
            ))}
        </div>
      ))}
      <Button component={Link} to="/views/new">
        New view
      </Button>
      <BringIn />
      <Button variant="text" component={Link} to="/find?text=it%20was%20discarded">
        Discarded mail
      </Button>
    </nav>
  );
}

/** How the view is looked through; it is kept with the view. */
function Looks({ view, set }: { view: SavedView; set: (part: Partial<ViewBody>) => void }) {
  const sort = view.body.sort ?? { by: "time", descending: true };
  return (
    <div className="condition-line view-looks">
      <span>sorted by</span>
      <Slot
        label="Sort by"
        value={sort.by}
        choices={SORTS}
        change={(by) => set({ sort: { by: by as typeof sort.by, descending: ["time", "priority", "size"].includes(by) } })}
      />
      <Button
        variant="text"
        onClick={() => set({ sort: { ...sort, descending: !sort.descending } })}
        aria-label={`Turn the order: now ${orderWords(sort.by, sort.descending === true)}`}
      >
        {orderWords(sort.by, sort.descending === true)}
      </Button>
      <span>grouped by</span>
      <Slot
        label="Group by"
        value={view.body.group_by ?? ""}
        choices={GROUPS}
        change={(by) => set({ group_by: (by || null) as ViewBody["group_by"] })}
      />
      <Button variant="text" aria-pressed={view.body.compact === true} onClick={() => set({ compact: !view.body.compact })}>
        {view.body.compact ? "roomy" : "compact"}
      </Button>
    </div>
  );
}

type Pane = "tidy" | "why";

function Manage({ view, views, show }: { view: SavedView; views: SavedView[]; show: (pane: Pane) => void }) {
  const navigate = useNavigate();
  const remove = useDeleteView();
  const make = useMakeView();
  const move = useMoveView();
  const place = views.findIndex(({ id }) => id === view.id);
  const copy = () => {
    const taken = views.map(({ body }) => body.name);
    const free = [2, 3, 4, 5, 6, 7, 8, 9].map((number) => `${view.body.name} (${number})`).find((name) => !taken.includes(name));
    make.mutate(
      { ...view.body, name: free ?? `${view.body.name} (copy)`, key: null, opens_first: false },
      { onSuccess: ({ id }) => navigate(`/views/${id}`) },
    );
  };
  const save = () => {
    const file = new Blob([JSON.stringify(view.body, null, 2)], { type: "application/json" });
    const link = document.createElement("a");
    link.href = URL.createObjectURL(file);
    link.download = `${view.body.name}.json`;
    link.click();
    URL.revokeObjectURL(link.href);
  };
  const [more, setMore] = useState(false);
  return (
    <div className="row-of">
      <Button component={Link} to={`/views/${view.id}/edit`}>
        Change
      </Button>
      <Button onClick={() => show("tidy")}>Tidy …</Button>
      <Button onClick={() => show("why")}>Why is one not here?</Button>
      <Button aria-expanded={more} onClick={() => setMore(!more)}>
        {more ? "Less" : "More"}
      </Button>
      {more && (
        <div className="row-of">
          <Button onClick={copy}>Duplicate</Button>
          <Button onClick={save}>Save as a file</Button>
          <Button disabled={place <= 0} onClick={() => move.mutate({ id: view.id, to: place - 1 })}>
            Earlier among the views
          </Button>
          <Button disabled={place >= views.length - 1} onClick={() => move.mutate({ id: view.id, to: place + 1 })}>
            Later
          </Button>
          <Button
            onClick={() => {
              void navigate("/views");
              remove.mutate(view.id);
            }}
          >
            Delete
          </Button>
        </div>
      )}
    </div>
  );
}

function Groups({ page, render }: { page: ViewPage; render: (key: string, count: number) => React.ReactNode }) {
  const [open, setOpen] = useState<string[]>([]);
  const turn = (key: string) => setOpen((now) => (now.includes(key) ? now.filter((each) => each !== key) : [...now, key]));
  return page.groups.map((group) => (
    <section key={group.key} aria-label={group.title}>
      <button className="view-group" aria-expanded={open.includes(group.key)} onClick={() => turn(group.key)}>
        <b>{group.title}</b>
        <span>
          {group.count === group.unread ? "" : `${group.count.toLocaleString("en")}${group.unread > 0 ? ", " : ""}`}
          {group.unread > 0 && `${group.unread.toLocaleString("en")} unread`}
        </span>
      </button>
      {open.includes(group.key) && render(group.key, group.count)}
    </section>
  ));
}

function Shown({
  view,
  views,
  open,
  scroll,
}: {
  view: SavedView;
  views: SavedView[];
  open?: number;
  scroll: React.RefObject<HTMLElement | null>;
}) {
  const page = useView(view.id).data;
  const change = useChangeView({ quiet: true });
  const [pane, setPane] = useState<Pane>();
  const close = () => setPane(undefined);
  const set = (part: Partial<ViewBody>) => change.mutate({ id: view.id, version: view.version, body: { ...view.body, ...part } });
  const place = `/views/${view.id}`;
  const rows = (group: string | undefined, count: number) => (
    <ViewRows
      key={`${view.id}-${view.version}-${group ?? ""}`}
      view={view.id}
      group={group}
      count={count}
      place={place}
      open={open}
      scroll={scroll}
      compact={view.body.compact === true}
    />
  );
  return (
    <>
      <h1 className="lead">
        {view.body.name}
        {page &&
          `: ${page.count === 1 ? "one message" : `${page.count.toLocaleString("en")} messages`}${page.unread ? `, ${page.unread.toLocaleString("en")} unread` : ""}`}
      </h1>
      <p className="sub">
        {view.sentence}
        {page && `; ${page.looks_at}`}
      </p>
      <Manage view={view} views={views} show={(next) => setPane(next === pane ? undefined : next)} />
      {page && <ReviewLine view={view} review={page.review} />}
      {pane === "tidy" && <TidyPane source={{ view: view.id }} holds="the view holds" close={close} />}
      {pane === "why" && <WhyNot view={view} close={close} />}
      <Looks view={view} set={set} />
      {page && (view.body.group_by ? <Groups page={page} render={rows} /> : rows(undefined, page.count))}
      {page?.more_groups && (
        <p className="quiet">
          There are more groups than the {page.groups.length.toLocaleString("en")} shown here. Group by nothing, or narrow the
          view, to see every message.
        </p>
      )}
      {page?.count === 0 && <p className="quiet">Nothing fits this view now. What comes to fit it shows here by itself.</p>}
    </>
  );
}

/** Saved views: one slice of all mail, with nothing moved. */
export function ViewsScreen() {
  const params = useParams();
  const open = params.id ? Number(params.id) : undefined;
  const navigate = useNavigate();
  const views = useViews();
  const list = useRef<HTMLElement>(null);
  const all = views.data?.views ?? [];
  const chosen = params.view ? Number(params.view) : (all.find(({ body }) => body.opens_first) ?? all[0])?.id;
  const view = all.find(({ id }) => id === chosen);
  const place = view ? `/views/${view.id}` : "/views";
  const why = useWhyInView(view?.id, open).data;
  const acting = useAct();
  const act = (name: Act, ids: number[], sender?: boolean) => acting.mutate({ act: name, messages: ids, sender });
  useRowKeys(place, open);
  return (
    <div className="screen">
      <main className="list views" ref={list}>
        <Tabs views={all} chosen={chosen} />
        {view && <Shown view={view} views={all} open={open} scroll={list} />}
        {views.data && !view && (
          <>
            <h1 className="lead">{params.view ? "That view is not there any more." : views.data.lead}</h1>
            <p className="sub">
              A saved view asks the same question of all your mail whenever you look: unread mail of one project, everything with
              a file this month, what waits for an answer. It holds no messages and moves none.
            </p>
          </>
        )}
        <ChosenBar open={open} />
        {views.isError && <p className="error-text">{views.error.message}</p>}
      </main>
      <SheetPane
        id={open}
        place={place}
        act={act}
        gone={(id) => {
          const next = neighbour(id);
          void navigate(next ? `${place}/${next}` : place);
        }}
        aside={why && <p className="why-view">{why.message}</p>}
        empty={<p>Choose a message to read it here, and to see why it is in this view.</p>}
      />
    </div>
  );
}
