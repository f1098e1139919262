import Button from "@mui/material/Button";
import { useState } from "react";
import { useLocation, useNavigate, useParams } from "react-router";
import type { SavedView, ViewBody, ViewDryRun, Vocabulary } from "../../api/client";
import { useChangeView, useMakeView, useViews, useViewDryRun, useViewVocabulary } from "../../api/views";
import { Conditions } from "../../condition/Conditions";
import { InWords } from "../../condition/InWords";
import type { Condition } from "../../condition/tree";
import { Fault } from "../../parts/Fault";
import { TitleField } from "../../parts/fields";
import { useKey } from "../../parts/keys";
import ui from "../../parts/page.module.css";
import { StillHere } from "../../parts/StillHere";
import { useSettled } from "../../parts/useSettled";
import { useUnsaved } from "../../parts/useUnsaved";
import { MessageRow } from "../../reading/rows";
import { Mend } from "../../rule/Mend";
import { Reach } from "./Reach";
import { ReviewTimes } from "./Review";

const SETTLES_MS = 120;
const FRESH: ViewBody = { name: "", when: { all: [] } as never };
/** What a view looks at besides, by what keeps all of it out. */
const WIDER: Record<"sent" | "discarded" | "accounts", Partial<ViewBody>> = {
  sent: { sent: true },
  discarded: { discarded: true },
  accounts: { accounts: [] },
};

/** What is known of the conditions, with what keeps the view empty said where it stands. */
const told = (dryRun: ViewDryRun | undefined) =>
  dryRun && {
    ...dryRun,
    clashes: dryRun.empty_because?.pointers.length ? [...dryRun.clashes, dryRun.empty_because] : dryRun.clashes,
  };

function Editor({ view, vocabulary }: { view: SavedView | undefined; vocabulary: Vocabulary }) {
  const here = useLocation();
  // What was found, to be kept as a view; or a view of a file that cannot be saved as it is.
  const { when: begun, body: brought } = (here.state as { when?: Condition; body?: ViewBody } | null) ?? {};
  const { written, put: setBody, found } = useUnsaved<ViewBody>(`view-${view ? `${view.id}-${view.version}` : here.key}`);
  const fresh: ViewBody = begun ? { ...FRESH, when: ("fact" in begun ? { all: [begun] } : begun) as never, sent: true } : FRESH;
  const body = written ?? view?.body ?? brought ?? fresh;
  const set = (part: Partial<ViewBody>) => setBody({ ...body, ...part });
  const dryRun = useViewDryRun(useSettled(body, SETTLES_MS), view?.id).data;
  const navigate = useNavigate();
  const make = useMakeView();
  const change = useChangeView();
  const saving = view ? change : make;
  const leave = (to: string) => {
    setBody(undefined);
    void navigate(to);
  };
  const save = () =>
    view
      ? change.mutate({ id: view.id, version: view.version, body }, { onSuccess: () => leave(`/views/${view.id}`) })
      : make.mutate(body, { onSuccess: ({ id }) => leave(`/views/${id}`) });
  const [unread, setUnread] = useState(false);
  const [text, setText] = useState<string>();
  const ready = !unread && body.name.trim() !== "" && dryRun?.faults.length === 0 && dryRun.unfinished.length === 0;
  useKey("save", () => void (ready && !saving.isPending && save()), true, true);
  const widening = dryRun?.empty_because?.switch && WIDER[dryRun.empty_because.switch];
  const lacking = dryRun?.faults.find(({ make }) => make);
  const named = dryRun?.faults.find(({ pointer }) => pointer === "/name");
  return (
    <>
      <main className={`${ui.list} ${ui.editor}`}>
        <h1 className="unseen">{view ? `Change the view ${view.body.name}` : "A new view"}</h1>
        {found && <StillHere letGo={() => setBody(undefined)} />}
        <TitleField
          placeholder="What shall it be called?"
          autoFocus={!view}
          most={200}
          value={body.name}
          change={(name) => set({ name })}
        />
        {body.name.trim() !== "" && named && (
          <p className={ui.inPlace}>
            {named.message} <Mend fault={named} rename={(name) => set({ name })} />
          </p>
        )}
        <div className={ui.part}>
          <h2>Shows</h2>
          <Conditions
            node={body.when as Condition}
            pointer="/when"
            vocabulary={vocabulary}
            dryRun={told(dryRun)}
            change={(when) => set({ when: when as never })}
          />
        </div>
        <Reach id={view?.id} body={body} set={set} />
        <ReviewTimes times={body.review ?? []} change={(review) => set({ review })} />
        <InWords
          of="view"
          text={text}
          keep={setText}
          said={dryRun?.text}
          instead={dryRun?.unfinished.length ? "A condition still wants its words." : "The view is not whole yet."}
          write={(heard) => setBody({ name: body.name, ...heard } as ViewBody)}
          misreads={setUnread}
        />
        <Fault of={saving} />
        <div className={ui.rowOf}>
          <Button variant="contained" disabled={!ready || saving.isPending} onClick={save}>
            Save view
          </Button>
          <Button onClick={() => leave(view ? `/views/${view.id}` : "/views")}>Cancel</Button>
          {!ready && dryRun && (
            <span className={ui.quiet}>
              {unread
                ? "The text cannot be read yet."
                : body.name.trim() === ""
                  ? "It wants a name."
                  : dryRun.unfinished.length > 0
                    ? "A condition still wants its words."
                    : (lacking ?? dryRun.faults[0])?.message}{" "}
              <Mend fault={lacking} rename={(name) => set({ name })} />
            </span>
          )}
        </div>
      </main>
      <aside className={`${ui.sheet} ${ui.try}`} aria-label="What it shows">
        <div className={ui.sheetScroll}>
          <h2>
            {dryRun?.ready
              ? `${dryRun.count === 1 ? "1 message" : `${(dryRun.count ?? 0).toLocaleString("en")} messages`}, ${(dryRun.unread ?? 0).toLocaleString("en")} unread`
              : "What it shows"}
          </h2>
          <p className={ui.sub}>Of all your mail, as it stands now. Nothing is moved.</p>
          {dryRun?.empty_because && (
            <p className={ui.inPlace} role="status">
              {dryRun.empty_because.message}{" "}
              {widening && (
                <Button variant="text" onClick={() => set(widening)}>
                  Look there too
                </Button>
              )}
            </p>
          )}
          {dryRun?.messages?.map((row) => (
            <MessageRow key={row.id} row={row} to={`/front/${row.id}`} selected={false} />
          ))}
        </div>
      </aside>
    </>
  );
}

/** A view made or changed, with what it shows beside it while one writes. */
export function ViewEditScreen() {
  const { view: id } = useParams();
  const views = useViews().data;
  const vocabulary = useViewVocabulary().data;
  const view = id ? views?.views.find((each) => each.id === Number(id)) : undefined;
  return (
    <div className={ui.screen}>
      {vocabulary && views && (!id || view) ? (
        <Editor key={id ?? "new"} view={view} vocabulary={vocabulary} />
      ) : (
        <p className={ui.waiting}>{views && id && !view ? "That view is not there any more." : "Opening …"}</p>
      )}
    </div>
  );
}
