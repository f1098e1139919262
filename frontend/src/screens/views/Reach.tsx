import type { ViewBody } from "../../api/client";
import { useStatus } from "../../api/moment";
import { useViews } from "../../api/views";
import { MARKS } from "../../look/colours";
import { Check } from "../../parts/Check";
import { Choice } from "../../parts/chips";
import { NumberSlot, TextSlot } from "../../parts/fields";
import { KeyCap } from "../../parts/KeyCap";
import ui from "../../parts/page.module.css";
import { Slot } from "../../parts/Slot";
import { BADGES } from "./shapes";
import styles from "./views.module.css";

const COLOURS = MARKS.slice(0, 6);

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
export function Reach({ id, body, set }: { id: number | undefined; body: ViewBody; set: (part: Partial<ViewBody>) => void }) {
  const others = (useViews().data?.views ?? []).filter((each) => each.id !== id);
  const losing = body.key ? others.find((each) => each.body.key === body.key) : undefined;
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
                ...[1, 2, 3, 4, 5, 6, 7, 8, 9].map((digit) => {
                  const other = others.find((each) => each.body.key === digit);
                  return { value: String(digit), label: other ? `${digit}, of “${other.body.name}” now` : String(digit) };
                }),
              ]}
              change={(digit) => set({ key: digit ? Number(digit) : null })}
            />
          </div>
          {losing && (
            <p className={ui.hint} role="status">
              {body.key} opens “{losing.body.name}” now; when you save, it opens this view, and that one has no digit.
            </p>
          )}
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
