import Button from "@mui/material/Button";
import Checkbox from "@mui/material/Checkbox";
import FormControlLabel from "@mui/material/FormControlLabel";
import { useState } from "react";
import { useLocation, useNavigate, useParams } from "react-router";
import type { SavedView, ViewBody, ViewDryRun, Vocabulary } from "../../api/client";
import { useChangeView, useMakeView, useStatus, useViews, useViewDryRun, useViewVocabulary } from "../../api/queries";
import { KeyCap } from "../../parts/KeyCap";
import { MessageRow } from "../../parts/rows";
import { Slot } from "../../parts/Slot";
import { useSettled } from "../../parts/useSettled";
import type { Condition } from "../rules/condition";
import { Conditions } from "../rules/editor/Conditions";
import { InWords } from "../rules/editor/InWords";
import { ReviewTimes } from "./Review";
import { BADGES } from "./shapes";
import "../rules/rules.css";
import "./views.css";

const SETTLES_MS = 120;
const FRESH: ViewBody = { name: "", when: { all: [] } as never };
const COLOURS = ["#2F6B4F", "#9A4A12", "#55588A", "#8A5200", "#7A2E5D", "#2B5F8A"];

/** What is known of the conditions, with what keeps the view empty said where it stands. */
const told = (dryRun: ViewDryRun | undefined) =>
  dryRun && {
    ...dryRun,
    clashes: dryRun.empty_because?.pointers.length ? [...dryRun.clashes, dryRun.empty_because] : dryRun.clashes,
  };

/** Whether the view stands as a band on the Front, and how. */
function Band({ body, set }: { body: ViewBody; set: (part: Partial<ViewBody>) => void }) {
  const band = body.band ?? undefined;
  const flag = (key: "leave_out" | "unread_only" | "fold_when_empty", label: string) => (
    <FormControlLabel
      control={
        <Checkbox size="small" checked={band?.[key] === true} onChange={(_, on) => set({ band: { ...band, [key]: on } })} />
      }
      label={label}
    />
  );
  return (
    <div className="part">
      <h2>Front</h2>
      <div>
        <FormControlLabel
          control={
            <Checkbox
              size="small"
              checked={band !== undefined}
              onChange={(_, on) =>
                set({ band: on ? { limit: 10, leave_out: true, unread_only: false, fold_when_empty: true } : null })
              }
            />
          }
          label="stands as a band on the Front"
        />
        {band && (
          <>
            <div className="condition-line">
              shows at most
              <input
                className="slot-input number"
                type="number"
                min={1}
                max={100}
                aria-label="Messages that the band shows"
                value={band.limit ?? 10}
                onChange={(event) => {
                  const limit = event.target.valueAsNumber;
                  if (limit >= 1 && limit <= 100) set({ band: { ...band, limit } });
                }}
              />
              messages
            </div>
            <div className="condition-line">
              {flag("leave_out", "what it shows is left out below")} {flag("unread_only", "only what is unread")}{" "}
              {flag("fold_when_empty", "folds away when it is empty")}
            </div>
          </>
        )}
      </div>
    </div>
  );
}

/** What the view looks at, and how it is kept at hand. */
function Reach({ body, set }: { body: ViewBody; set: (part: Partial<ViewBody>) => void }) {
  const accounts = useStatus().data?.accounts ?? [];
  const chosen = body.accounts ?? [];
  const turn = (name: string) =>
    set({ accounts: chosen.includes(name) ? chosen.filter((each) => each !== name) : [...chosen, name] });
  const flag = (key: "sent" | "discarded" | "favourite" | "opens_first", label: string) => (
    <FormControlLabel
      control={<Checkbox size="small" checked={body[key] === true} onChange={(_, on) => set({ [key]: on })} />}
      label={label}
    />
  );
  return (
    <>
      <div className="part">
        <h2>Over</h2>
        <div>
          <div className="condition-line" role="group" aria-label="Accounts">
            <button type="button" className="chip" aria-pressed={chosen.length === 0} onClick={() => set({ accounts: [] })}>
              all accounts
            </button>
            {accounts.map(({ id, name }) => (
              <button key={id} type="button" className="chip" aria-pressed={chosen.includes(name)} onClick={() => turn(name)}>
                {name}
              </button>
            ))}
          </div>
          <div className="condition-line">
            {flag("sent", "with mail that I sent")} {flag("discarded", "with discarded mail")}
          </div>
        </div>
      </div>
      <Band body={body} set={set} />
      <div className="part">
        <h2>At hand</h2>
        <div>
          <div className="condition-line">
            its badge counts
            <Slot
              label="Badge"
              value={body.badge ?? "unread"}
              choices={BADGES}
              change={(badge) => set({ badge: badge as ViewBody["badge"] })}
            />
            under the heading
            <input
              className="slot-input"
              aria-label="Heading"
              placeholder="none"
              value={body.heading ?? ""}
              onChange={(event) => set({ heading: event.target.value || null })}
            />
          </div>
          <div className="condition-line">
            opened by <KeyCap of="views" /> and then
            <Slot
              label="Its digit"
              value={String(body.key ?? "")}
              choices={[
                { value: "", label: "no digit" },
                ...[1, 2, 3, 4, 5, 6, 7, 8, 9].map((digit) => ({ value: String(digit), label: String(digit) })),
              ]}
              change={(digit) => set({ key: digit ? Number(digit) : null })}
            />
          </div>
          <div className="condition-line" role="group" aria-label="Its mark">
            its mark
            <input
              className="slot-input mark"
              aria-label="Its mark, a letter or a sign"
              placeholder="none"
              maxLength={8}
              value={body.mark ?? ""}
              onChange={(event) => set({ mark: event.target.value || null })}
            />
            in
            {COLOURS.map((colour) => (
              <button
                key={colour}
                type="button"
                className="view-colour"
                style={{ background: colour }}
                aria-label={`The colour ${colour}`}
                aria-pressed={body.colour === colour}
                onClick={() => set({ colour: body.colour === colour ? null : colour })}
              />
            ))}
          </div>
          <div className="condition-line">
            {flag("favourite", "stands first")} {flag("opens_first", "opens when I go to Views")}
          </div>
        </div>
      </div>
    </>
  );
}

function Editor({ view, vocabulary }: { view: SavedView | undefined; vocabulary: Vocabulary }) {
  const begun = (useLocation().state as { when?: Condition } | null)?.when; // what was found, to be kept as a view
  const [body, setBody] = useState<ViewBody>(
    view?.body ?? (begun ? { ...FRESH, when: ("fact" in begun ? { all: [begun] } : begun) as never, sent: true } : FRESH),
  );
  const set = (part: Partial<ViewBody>) => setBody({ ...body, ...part });
  const dryRun = useViewDryRun(useSettled(body, SETTLES_MS), view?.id).data;
  const navigate = useNavigate();
  const make = useMakeView();
  const change = useChangeView();
  const saving = view ? change : make;
  const save = () =>
    view
      ? change.mutate({ id: view.id, version: view.version, body }, { onSuccess: () => void navigate(`/views/${view.id}`) })
      : make.mutate(body, { onSuccess: ({ id }) => void navigate(`/views/${id}`) });
  const [unread, setUnread] = useState(false);
  const ready = !unread && body.name.trim() !== "" && dryRun?.faults.length === 0 && dryRun.unfinished.length === 0;
  const named = dryRun?.faults.find(({ pointer }) => pointer === "/name");
  return (
    <>
      <main className="list editor">
        <h1 className="unseen">{view ? `Change the view ${view.body.name}` : "A new view"}</h1>
        <input
          className="title-input"
          aria-label="Name"
          placeholder="What shall it be called?"
          autoFocus={!view}
          maxLength={200}
          value={body.name}
          onChange={(event) => set({ name: event.target.value })}
        />
        {body.name.trim() !== "" && named && <p className="in-place">{named.message}</p>}
        <div className="part">
          <h2>Shows</h2>
          <Conditions
            node={body.when as Condition}
            pointer="/when"
            vocabulary={vocabulary}
            dryRun={told(dryRun)}
            change={(when) => set({ when: when as never })}
          />
        </div>
        <Reach body={body} set={set} />
        <ReviewTimes times={body.review ?? []} change={(review) => set({ review })} />
        <InWords
          of="view"
          name={`view-${view?.id ?? "new"}`}
          said={dryRun?.text}
          instead={dryRun?.unfinished.length ? "A condition still wants its words." : "The view is not whole yet."}
          write={(heard) => setBody({ name: body.name, ...heard } as ViewBody)}
          misreads={setUnread}
        />
        {saving.isError && (
          <p className="error-text" role="alert">
            {saving.error.message}
          </p>
        )}
        <div className="row-of">
          <Button variant="contained" disabled={!ready || saving.isPending} onClick={save}>
            Save view
          </Button>
          <Button onClick={() => void navigate(view ? `/views/${view.id}` : "/views")}>Cancel</Button>
        </div>
      </main>
      <aside className="sheet try" aria-label="What it shows">
        <div className="sheet-scroll">
          <h2>
            {dryRun?.ready
              ? `${(dryRun.count ?? 0).toLocaleString("en")} messages, ${(dryRun.unread ?? 0).toLocaleString("en")} unread`
              : "What it shows"}
          </h2>
          <p className="sub">Of all your mail, as it stands now. Nothing is moved.</p>
          {dryRun?.empty_because && (
            <p className="in-place" role="status">
              {dryRun.empty_because.message}
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
    <div className="screen">
      {vocabulary && views && (!id || view) ? (
        <Editor key={id ?? "new"} view={view} vocabulary={vocabulary} />
      ) : (
        <p className="waiting">{views && id && !view ? "That view is not there any more." : "Opening …"}</p>
      )}
    </div>
  );
}
