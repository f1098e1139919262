import Button from "@mui/material/Button";
import { useRef, useState } from "react";
import { useParams } from "react-router";
import type { SavedView, ViewBody, ViewPage } from "../../api/client";
import { useChangeView, useView, useViews, useWhyInView } from "../../api/views";
import { Fault } from "../../parts/Fault";
import ui from "../../parts/page.module.css";
import { Slot } from "../../parts/Slot";
import { useKept } from "../../parts/useKept";
import { useLong } from "../../parts/useLong";
import { ListAndSheet } from "../../reading/ListAndSheet";
import { TidyPane } from "../../reading/TidyPane";
import { Manage } from "./Manage";
import { ReviewButton, ReviewLine } from "./Review";
import { GROUPS, orderWords, SORTS } from "./shapes";
import { ViewRows, WHOLE } from "./ViewRows";
import styles from "./views.module.css";
import { ViewTabs } from "./ViewTabs";
import { WhyNot } from "./WhyNot";

/** How the view is looked through; it is kept with the view. */
function Looks({ view, set }: { view: SavedView; set: (part: Partial<ViewBody>) => void }) {
  const sort = view.body.sort ?? { by: "time", descending: true };
  return (
    <div className={`${ui.conditionLine} ${styles.viewLooks}`}>
      <span>by</span>
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
      <span>in groups by</span>
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

type GroupsGiven = { view: SavedView; page: ViewPage; render: (key: string, count: number) => React.ReactNode };

/** The groups of a view; which of them are open is kept in this browser. */
function Groups({ view, page, render }: GroupsGiven) {
  const { kept: open, put, turn } = useKept(`groups-${view.id}-${view.body.group_by}`);
  const all = page.groups.map(({ key }) => key);
  const shown = all.filter((key) => open.includes(key));
  const groups = page.groups.map((group) => (
    <section key={group.key} aria-label={group.title}>
      <button className={styles.viewGroup} aria-expanded={open.includes(group.key)} onClick={() => turn(group.key)}>
        <b>{group.title}</b>
        <span>
          {group.count === group.unread ? "" : `${group.count.toLocaleString("en")}${group.unread > 0 ? ", " : ""}`}
          {group.unread > 0 && `${group.unread.toLocaleString("en")} unread`}
        </span>
      </button>
      {open.includes(group.key) && render(group.key, group.count)}
    </section>
  ));
  return (
    <>
      {all.length > 1 && (
        <div className={ui.rowOf}>
          <Button variant="text" disabled={shown.length === all.length} onClick={() => put(all)}>
            Open all {all.length}
          </Button>
          <Button variant="text" disabled={shown.length === 0} onClick={() => put([])}>
            Fold all
          </Button>
        </div>
      )}
      {groups}
    </>
  );
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
  const waits = !useLong(!page) && !page;
  const change = useChangeView({ quiet: true });
  const [pane, setPane] = useState<Pane>();
  const close = () => setPane(undefined);
  const set = (part: Partial<ViewBody>) => change.mutate({ id: view.id, version: view.version, body: { ...view.body, ...part } });
  const rows = (group: string | undefined, count: number) => (
    <ViewRows
      key={`${view.id}-${view.version}-${group ?? ""}`}
      view={view.id}
      group={group}
      count={count}
      open={open}
      scroll={scroll}
      compact={view.body.compact === true}
    />
  );
  return (
    <>
      <div className={styles.viewHead} hidden={waits}>
        <h1 className={ui.lead}>
          {view.body.name}
          {page &&
            `: ${page.count === 1 ? "one message" : `${page.count.toLocaleString("en")} messages`}${page.unread ? `, ${page.unread.toLocaleString("en")} unread` : ""}`}
        </h1>
        <Manage view={view} views={views} show={(next) => setPane(next === pane ? undefined : next)}>
          {page && <ReviewButton view={view} due={Boolean(page.review?.due)} />}
        </Manage>
      </div>
      <div className={styles.viewHead} hidden={waits}>
        <p className={styles.viewSays} title={`${view.sentence}${page ? `; ${page.looks_at}` : ""}`}>
          {view.sentence}
          {page && `; ${page.looks_at}`}
        </p>
        <Looks view={view} set={set} />
      </div>
      {page && <ReviewLine view={view} review={page.review} />}
      {pane === "tidy" && <TidyPane source={{ view: view.id }} holds="the view holds" close={close} />}
      {pane === "why" && <WhyNot view={view} close={close} />}
      {page &&
        (view.body.group_by ? (
          <Groups key={`${view.id}-${view.body.group_by}`} view={view} page={page} render={rows} />
        ) : (
          rows(undefined, page.count)
        ))}
      {page?.more_groups && (
        <p className={ui.quiet}>
          There are more groups than the {page.groups.length.toLocaleString("en")} shown here. Group by nothing, or narrow the
          view, to see every message.
        </p>
      )}
      {page?.count === 0 && <p className={ui.quiet}>Nothing fits this view now. What comes to fit it shows here by itself.</p>}
    </>
  );
}

/** Saved views: one slice of all mail, with nothing moved. */
export function ViewsScreen() {
  const params = useParams();
  const open = params.id ? Number(params.id) : undefined;
  const views = useViews();
  const list = useRef<HTMLElement>(null);
  const all = views.data?.views ?? [];
  const chosen = params.view ? Number(params.view) : (all.find(({ body }) => body.opens_first) ?? all[0])?.id;
  const view = all.find(({ id }) => id === chosen);
  const groups = useView(view?.id).data?.groups.map(({ key }) => key) ?? [];
  const why = useWhyInView(view?.id, open).data;
  return (
    <ListAndSheet
      place={view ? `/views/${view.id}` : "/views"}
      open={open}
      parts={view?.body.group_by ? groups : [WHOLE]}
      reads="on leaving"
      list={{ ref: list }}
      aside={why && <p className={styles.whyView}>{why.message}</p>}
      empty={<p>Choose a message to read it here, and to see why it is in this view.</p>}
    >
      {views.data && <ViewTabs views={all} chosen={chosen} />}
      {view && <Shown view={view} views={all} open={open} scroll={list} />}
      {views.data && !view && (
        <>
          <h1 className={ui.lead}>{params.view ? "That view is not there any more." : views.data.lead}</h1>
          <p className={ui.sub}>
            A saved view asks the same question of all your mail whenever you look: unread mail of one project, everything with a
            file this month, what waits for an answer. It holds no messages and moves none.
          </p>
        </>
      )}
      <Fault of={views} />
    </ListAndSheet>
  );
}
