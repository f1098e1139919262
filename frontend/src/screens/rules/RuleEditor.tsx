import Button from "@mui/material/Button";
import Checkbox from "@mui/material/Checkbox";
import FormControlLabel from "@mui/material/FormControlLabel";
import TextField from "@mui/material/TextField";
import { useState } from "react";
import type { Rule, RuleBody, Vocabulary } from "../../api/client";
import { useChangeRule, useCounts, useMakeRule } from "../../api/queries";
import { useKey } from "../../parts/keys";
import { asGroup, finished, leavesOf, type Condition } from "./condition";
import { ConditionEditor } from "./ConditionEditor";
import { EffectsEditor, type Effects } from "./EffectsEditor";

const FRESH: RuleBody = { name: "", when: { all: [] } as never, then: { timing: { now: true } } as never };

/** A rule as the sentence that it is: when … unless … then …, with slots to fill. */
export function RuleEditor({ rule, vocabulary, close }: { rule: Rule | undefined; vocabulary: Vocabulary; close: () => void }) {
  const [body, setBody] = useState<RuleBody>(rule?.body ?? FRESH);
  const change = useChangeRule({ inline: true });
  const make = useMakeRule();
  const saving = rule ? change : make;
  const when = asGroup(body.when as Condition);
  const exception = body.unless ? asGroup(body.unless as Condition) : undefined;
  const unfinished = [when, exception].some((group) => group && leavesOf(group).some((leaf) => !finished(leaf)));
  const counts = useCounts(unfinished ? [] : [when]).data;
  const set = (part: Partial<Record<keyof RuleBody, unknown>>) => setBody({ ...body, ...part } as RuleBody);
  useKey("close", close);
  const save = () => {
    if (rule) change.mutate({ id: rule.id, version: rule.version, body }, { onSuccess: close });
    else make.mutate(body, { onSuccess: close });
  };
  return (
    <aside className="sheet editor" aria-label={rule ? `Edit ${rule.name}` : "New rule"}>
      <div className="sheet-scroll">
        <TextField
          fullWidth
          label="Name"
          size="small"
          value={body.name}
          onChange={(event) => set({ name: event.target.value })}
        />
        <div className="part">
          <h2>When</h2>
          <ConditionEditor group={when} vocabulary={vocabulary} change={(next) => set({ when: next })} />
        </div>
        <div className="part">
          <h2>Unless</h2>
          {exception ? (
            <div>
              <ConditionEditor
                group={exception}
                vocabulary={vocabulary}
                change={(next) => set({ unless: next })}
                adding="exception"
              />
              <Button variant="text" onClick={() => set({ unless: null })}>
                No exceptions
              </Button>
            </div>
          ) : (
            <Button variant="text" onClick={() => set({ unless: { any: [] } })}>
              + exception
            </Button>
          )}
        </div>
        <div className="part">
          <h2>Then</h2>
          <EffectsEditor effects={body.then as Effects} vocabulary={vocabulary} change={(next) => set({ then: next })} />
        </div>
        <FormControlLabel
          control={<Checkbox size="small" checked={body.last_word === true} onChange={(_, on) => set({ last_word: on })} />}
          label="has the last word: no rule below is read"
        />
        {counts && (
          <p className="hint">
            The conditions hold for {counts.counts[0]!.toLocaleString("en")} of {counts.all.toLocaleString("en")} messages here,
            exceptions not counted.
          </p>
        )}
        {saving.isError && (
          <p className="error-words" role="alert">
            {saving.error.message}
          </p>
        )}
      </div>
      <div className="sheet-foot">
        <Button variant="contained" onClick={save} disabled={unfinished || saving.isPending}>
          Save rule
        </Button>
        <Button onClick={close}>Cancel</Button>
        {unfinished && <span className="quiet">A condition still wants its words.</span>}
      </div>
    </aside>
  );
}
