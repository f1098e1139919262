import Button from "@mui/material/Button";
import { useState } from "react";
import { useLocation, useNavigate, useParams } from "react-router";
import type { SavedView, ViewBody, ViewDryRun, Vocabulary } from "../../api/client";
import { useStatus } from "../../api/moment";
import { useChangeView, useMakeView, useViews, useViewDryRun, useViewVocabulary } from "../../api/views";
import { Conditions } from "../../condition/Conditions";
import { InWords } from "../../condition/InWords";
import type { Condition } from "../../condition/tree";
import { MARKS } from "../../look/colours";
import { Check } from "../../parts/Check";
import { Choice } from "../../parts/chips";
import { Fault } from "../../parts/Fault";
import { NumberSlot, TextSlot, TitleField } from "../../parts/fields";
import { KeyCap } from "../../parts/KeyCap";
import { useKey } from "../../parts/keys";
import ui from "../../parts/page.module.css";
import { Slot } from "../../parts/Slot";
import { StillHere } from "../../parts/StillHere";
import { useSettled } from "../../parts/useSettled";
import { useUnsaved } from "../../parts/useUnsaved";
import { MessageRow } from "../../reading/rows";
import { ReviewTimes } from "./Review";
import { BADGES } from "./shapes";
import styles from "./views.module.css";

const SETTLES_MS = 120;
const FRESH: ViewBody = { name: "", when: { all: [] } as never };
const COLOURS = MARKS.slice(0, 6);

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
    <Check label={label} on={band?.[key] === true} turn={(on) => set({ band: { ...band, [key]: on } })} />
  );
  return (
    <div className={ui.part}>
      <h2>Front</h2>
      <div>
        <Check
          label="stands as a band on the Front"
          on={band !== undefined}
          turn={(on) => set({ band: on ? { limit: 10, leave_out: true, unread_only: false, fold_when_empty: true } : null })}
        />
        {band && (
          <>
            <div className={ui.conditionLine}>
              shows at most
              <NumberSlot
                label="Messages that the band shows"
                value={band.limit ?? 10}
                least={1}
                most={100}
                change={(limit) => set({ band: { ...band, limit } })}
              />
              messages
            </div>
            <div className={ui.conditionLine}>
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
    <Check label={label} on={body[key] === true} turn={(on) => set({ [key]: on })} />
  );
  return (
    <>
      <div className={ui.part}>
        <h2>Over</h2>
        <div>
          <div className={ui.conditionLine} role="group" aria-label="Accounts">
            <Choice on={chosen.length === 0} press={() => set({ accounts: [] })}>
              all accounts
            </Choice>
            {accounts.map(({ id, name }) => (
              <Choice key={id} on={chosen.includes(name)} press={() => turn(name)}>
                {name}
              </Choice>
            ))}
          </div>
          <div className={ui.conditionLine}>
            {flag("sent", "with mail that I sent")} {flag("discarded", "with discarded mail")}
          </div>
        </div>
      </div>
      <Band body={body} set={set} />
      <div className={ui.part}>
        <h2>At hand</h2>
        <div>
          <div className={ui.conditionLine}>
            its badge counts
            <Slot
              label="Badge"
              value={body.badge ?? "unread"}
              choices={BADGES}
              change={(badge) => set({ badge: badge as ViewBody["badge"] })}
            />
            under the heading
            <TextSlot
              label="Heading"
              value={body.heading ?? ""}
              placeholder="none"
              change={(next) => set({ heading: next || null })}
            />
          </div>
          <div className={ui.conditionLine}>
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
          <div className={ui.conditionLine} role="group" aria-label="Its mark">
            its mark
            <TextSlot
              label="Its mark, a letter or a sign"
              value={body.mark ?? ""}
              placeholder="none"
              most={8}
              width="mark"
              change={(next) => set({ mark: next || null })}
            />
            in
            {COLOURS.map((colour) => (
              <button
                key={colour}
                type="button"
                className={styles.viewColour}
                style={{ background: colour }}
                aria-label={`The colour ${colour}`}
                aria-pressed={body.colour === colour}
                onClick={() => set({ colour: body.colour === colour ? null : colour })}
              />
            ))}
          </div>
          <div className={ui.conditionLine}>
            {flag("favourite", "stands first")} {flag("opens_first", "opens when I go to Views")}
          </div>
        </div>
      </div>
    </>
  );
}

function Editor({ view, vocabulary }: { view: SavedView | undefined; vocabulary: Vocabulary }) {
  const here = useLocation();
  const begun = (here.state as { when?: Condition } | null)?.when; // what was found, to be kept as a view
  const { written, put: setBody, found } = useUnsaved<ViewBody>(`view-${view ? `${view.id}-${view.version}` : here.key}`);
  const fresh: ViewBody = begun ? { ...FRESH, when: ("fact" in begun ? { all: [begun] } : begun) as never, sent: true } : FRESH;
  const body = written ?? view?.body ?? fresh;
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
        {body.name.trim() !== "" && named && <p className={ui.inPlace}>{named.message}</p>}
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
        <Reach body={body} set={set} />
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
                    : dryRun.faults[0]?.message}
            </span>
          )}
        </div>
      </main>
      <aside className={`${ui.sheet} ${ui.try}`} aria-label="What it shows">
        <div className={ui.sheetScroll}>
          <h2>
            {dryRun?.ready
              ? `${(dryRun.count ?? 0).toLocaleString("en")} messages, ${(dryRun.unread ?? 0).toLocaleString("en")} unread`
              : "What it shows"}
          </h2>
          <p className={ui.sub}>Of all your mail, as it stands now. Nothing is moved.</p>
          {dryRun?.empty_because && (
            <p className={ui.inPlace} role="status">
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
    <div className={ui.screen}>
      {vocabulary && views && (!id || view) ? (
        <Editor key={id ?? "new"} view={view} vocabulary={vocabulary} />
      ) : (
        <p className={ui.waiting}>{views && id && !view ? "That view is not there any more." : "Opening …"}</p>
      )}
    </div>
  );
}
