import Button from "@mui/material/Button";
import Switch from "@mui/material/Switch";
import { useState } from "react";
import { Link, useLocation, useNavigate } from "react-router";
import { Problem, type Rule, type RuleBody, type Vocabulary } from "../../../api/client";
import { useChangeRule, useMakeRule, useRules, useDryRun } from "../../../api/rules";
import { Conditions } from "../../../condition/Conditions";
import { Exceptions } from "../../../condition/Exceptions";
import { InWords } from "../../../condition/InWords";
import type { Condition } from "../../../condition/tree";
import { Fault } from "../../../parts/Fault";
import { TitleField } from "../../../parts/fields";
import { useKey } from "../../../parts/keys";
import ui from "../../../parts/page.module.css";
import { Sure } from "../../../parts/Sure";
import { useSettled } from "../../../parts/useSettled";
import type { Effects } from "../../../rule/effects";
import { Mend } from "../../../rule/Mend";
import { focusOn } from "../focus";
import { usedMail } from "../used";
import { ApplyPane } from "./ApplyPane";
import { Conflict } from "./Conflict";
import styles from "./editor.module.css";
import { EffectLines } from "./EffectLines";
import { Options } from "./Options";
import { RuleExamples } from "./RuleExamples";
import { TryPane, type Against, type Days } from "./TryPane";
import { useDraft } from "./useDraft";
import { VersionsPane } from "./VersionsPane";
import { WhyPane } from "./WhyPane";

const SETTLES_MS = 90; // a burst of keys is one question
const ORDINALS = ["first", "second", "third", "fourth", "fifth", "sixth", "seventh", "eighth", "ninth", "tenth"];
const ordinal = (place: number) => ORDINALS[place] ?? `as number ${place + 1}`;

type Pane = "try" | "apply" | "versions" | "why";

/** A rule as the sentence that it is, tried on real mail while it is written. */
export function RuleEditor({ rule, vocabulary }: { rule: Rule | undefined; vocabulary: Vocabulary }) {
  const navigate = useNavigate();
  const rules = useRules();
  const all = rules.data?.rules ?? [];
  const draft = useDraft(rule);
  const { body, set } = draft;
  const [days, setDays] = useState<Days>(30);
  const asks = useLocation().state as { pane?: Pane } | null;
  const [pane, setPane] = useState<Pane>(asks?.pane ?? "try");
  const [unread, setUnread] = useState(false);
  const [against, setAgainst] = useState<Against>();
  const [tried, setTried] = useState<number>();
  const change = useChangeRule({ tells: "inline" });
  const make = useMakeRule();
  const saving = rule ? change : make;
  const settled = useSettled({ body, days }, SETTLES_MS);
  const without = !rule || (against ?? (draft.clean ? "none" : "saved")) === "none";
  const asked = useDryRun({
    ...settled,
    id: rule?.id,
    place: draft.place,
    message: tried ?? draft.message,
    made: tried ? undefined : draft.made,
    without,
  });
  const dryRun = asked.data;
  const current = !asked.isPlaceholderData && JSON.stringify(settled.body) === JSON.stringify(body);
  const faultAt = (pointer: string) => dryRun?.faults.find((each) => each.pointer === pointer);
  const fault = (pointer: string) => faultAt(pointer)?.message;
  const theirs =
    change.error instanceof Problem && change.error.status === 409 ? all.find(({ id }) => id === rule?.id) : undefined;
  const conflict = theirs && theirs.version !== draft.version ? theirs : undefined;
  const close = () => {
    draft.forget();
    void navigate("/rules", { state: focusOn(rule?.id) });
  };
  useKey("close", () => navigate("/rules", { state: focusOn(rule?.id) }));
  const [asking, setAsking] = useState(false);
  const sweeping = current ? dryRun?.sweeping : undefined;
  const askOrSave = () => (sweeping ? setAsking(true) : save(toList));
  const save = (then: (saved?: Rule) => void, version = draft.version) => {
    const done = (saved: { rule?: Rule }) => {
      draft.forget();
      then(saved.rule);
    };
    if (rule) change.mutate({ id: rule.id, version: version ?? rule.version, body }, { onSuccess: done });
    else make.mutate({ body, place: draft.place }, { onSuccess: done });
  };
  // The rule that was saved has the focus in the list.
  const toList = (saved?: Rule) => void navigate("/rules", { state: focusOn(saved?.id) });
  const apply = () => {
    if (sweeping && !draft.clean && !asking) return setAsking(true);
    if (rule && draft.clean) return setPane("apply");
    save((saved) => {
      if (!saved) return;
      if (!rule) return void navigate(`/rules/${saved.id}`, { state: { pane: "apply" }, replace: true });
      draft.takeOver(saved);
      setPane("apply");
    });
  };
  const place = rule ? all.findIndex(({ id }) => id === rule.id) : 0;
  const busy = saving.isPending;
  const unready = unread || Boolean(dryRun && (dryRun.faults.length > 0 || dryRun.unfinished.length > 0));
  useKey("save", () => void (!unready && !busy && askOrSave()), true, true);
  const lacking = dryRun?.faults.find(({ make }) => make);
  const first = unread
    ? "The text cannot be read yet."
    : dryRun?.unfinished.length
      ? "A condition still wants its words."
      : body.name.trim() === ""
        ? "It wants a name."
        : (lacking ?? dryRun?.faults[0])?.message;
  return (
    <>
      <main className={`${ui.list} ${ui.editor}`} aria-label={rule ? `Edit ${rule.name}` : "New rule"}>
        <p className={styles.crumbs}>
          <Link to="/rules">All rules</Link> ›{" "}
          {rule
            ? `read ${ordinal(place)} of ${all.length}`
            : draft.place
              ? `new, to be read ${ordinal(draft.place)} of ${all.length + 1}`
              : "new, read before the others"}
          {rule && (
            <Link className={styles.used} to={usedMail(rule)}>
              {rule.used === 1 ? "Used once" : `Used ${rule.used} times`} in 30 days
            </Link>
          )}
        </p>
        <div className={styles.titleLine}>
          <TitleField
            placeholder="Name of the rule"
            most={300}
            value={body.name}
            autoFocus={!rule}
            change={(name) => set({ name })}
          />
          <Switch
            checked={body.enabled !== false}
            onChange={(_, on) => set({ enabled: on })}
            slotProps={{ input: { "aria-label": "On" } }}
          />
        </div>
        {body.name !== "" && current && fault("/name") && (
          <p className={ui.inPlace}>
            {fault("/name")} <Mend fault={faultAt("/name")} rename={(name) => set({ name })} />
          </p>
        )}
        {draft.restored && (
          <p className={ui.hint}>
            What you had written is back.{" "}
            <Button variant="text" onClick={() => rule && draft.takeOver(rule)}>
              Start over from what is saved
            </Button>
          </p>
        )}
        <div className={ui.part}>
          <h2>When</h2>
          <Conditions
            node={body.when as Condition}
            pointer="/when"
            vocabulary={vocabulary}
            dryRun={dryRun}
            change={(next) => set({ when: next })}
          />
        </div>
        {fault("/when") && <p className={ui.inPlace}>{fault("/when")}</p>}
        <Exceptions
          node={body.unless as Condition | null}
          vocabulary={vocabulary}
          dryRun={dryRun}
          change={(unless) => set({ unless })}
        />
        {fault("/unless") && <p className={ui.inPlace}>{fault("/unless")}</p>}
        <div className={ui.part}>
          <h2>Then</h2>
          <EffectLines
            effects={body.then as Effects}
            vocabulary={vocabulary}
            dryRun={dryRun}
            change={(next) => set({ then: next })}
          />
        </div>
        {fault("/then") && <p className={ui.inPlace}>{fault("/then")}</p>}
        <Options body={body} vocabulary={vocabulary} set={set} />
        {rule && <RuleExamples rule={rule.id} />}
        <InWords
          text={draft.text}
          keep={draft.writeText}
          said={dryRun?.text}
          instead={dryRun?.unfinished.length ? "A condition still wants its words." : "The rule is not whole yet."}
          write={(heard) => draft.write({ name: body.name, ...heard } as RuleBody)}
          misreads={setUnread}
        />
        {conflict && (
          <Conflict
            theirs={conflict}
            mine={`${body.name}. ${dryRun?.sentence ?? ""}`}
            keepTheirs={() => {
              draft.takeOver(conflict);
              change.reset();
            }}
            keepMine={() => {
              draft.rebase(conflict);
              save(toList, conflict.version);
            }}
          />
        )}
        {!conflict && <Fault of={saving} />}
        {asking && sweeping && (
          <Sure
            title="Is that what you mean?"
            anyway="Save it all the same"
            back="Go on writing"
            save={() => save(toList)}
            close={() => setAsking(false)}
          >
            <p>{sweeping} Add a condition, and it does so to some of it.</p>
          </Sure>
        )}
        <div className={ui.editorFoot} data-editor-foot>
          <Button variant="contained" onClick={askOrSave} disabled={unready || busy}>
            Save rule
          </Button>
          <Button onClick={close}>Cancel</Button>
          {unready && current && (
            <span className={ui.quiet}>
              {first} <Mend fault={lacking} rename={(name) => set({ name })} />
            </span>
          )}
          <span className={`${ui.last} ${ui.rowOf}`}>
            {rule && <Button onClick={() => setPane(pane === "versions" ? "try" : "versions")}>Former versions</Button>}
            {rule && <Button onClick={() => setPane(pane === "why" ? "try" : "why")}>It should have matched …</Button>}
            <Button onClick={apply} disabled={unready || saving.isPending}>
              {rule && draft.clean ? "Also apply to mail already here …" : "Save and apply to mail already here …"}
            </Button>
          </span>
        </div>
      </main>
      {pane === "try" && (
        <TryPane
          dryRun={dryRun}
          days={days}
          choose={setDays}
          waiting={!current}
          on={setTried}
          unread={unread}
          against={rule && (without ? "none" : "saved")}
          compare={setAgainst}
          replay={{ kind: "draft", body: { ...body }, id: rule?.id, place: draft.place }}
        />
      )}
      {pane === "why" && rule && <WhyPane rule={rule.id} close={() => setPane("try")} />}
      {pane === "apply" && rule && <ApplyPane id={rule.id} close={() => setPane("try")} />}
      {pane === "versions" && rule && (
        <VersionsPane
          id={rule.id}
          close={() => setPane("try")}
          take={(former) => {
            draft.write(former);
            setPane("try");
          }}
        />
      )}
    </>
  );
}
