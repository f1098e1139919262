import Close from "@mui/icons-material/Close";
import Button from "@mui/material/Button";
import IconButton from "@mui/material/IconButton";
import MenuItem from "@mui/material/MenuItem";
import Select from "@mui/material/Select";
import ToggleButton from "@mui/material/ToggleButton";
import ToggleButtonGroup from "@mui/material/ToggleButtonGroup";
import { useState } from "react";
import type { Fact, Vocabulary } from "../../api/client";
import { useCounts } from "../../api/queries";
import {
  finished,
  freshLeaf,
  GROUP_WORDS,
  groupOf,
  isLeaf,
  kindOf,
  membersOf,
  type Condition,
  type Group,
  type GroupKind,
  type Leaf,
} from "./condition";

const DAYS = ["mon", "tue", "wed", "thu", "fri", "sat", "sun"];
const MAX_DEPTH = 8; // as the rulebook allows

type LeafProps = { leaf: Leaf; fact: Fact; vocabulary: Vocabulary; change: (next: Leaf) => void };

function Words({ leaf, fact, vocabulary, change }: LeafProps) {
  const [draft, setDraft] = useState("");
  const values = leaf.value as string[];
  const add = () => {
    const word = draft.trim();
    if (word && !values.includes(word)) change({ ...leaf, value: [...values, word] });
    setDraft("");
  };
  const known = fact.name === "in_window" ? vocabulary.windows : vocabulary.groups.map((name) => `group:${name}`);
  const people = ["from", "to", "cc", "recipients", "reply_to"].includes(fact.name) && leaf.op === "is";
  const list = people || fact.name === "in_window" ? `known-${fact.name}` : undefined;
  return (
    <>
      {values.map((value, index) => (
        <span key={value} className="value">
          {index > 0 && <i>{leaf.op === "mentions_all" ? "and" : "or"}</i>}
          <button
            className="value-chip"
            onClick={() => change({ ...leaf, value: values.filter((other) => other !== value) })}
            aria-label={`Take out ${value}`}
          >
            {value.replace(/^group:/, "")} <Close />
          </button>
        </span>
      ))}
      <input
        className="slot-input"
        value={draft}
        list={list}
        placeholder={values.length ? "+ another" : people ? "a@b.example, @b.example" : "a word"}
        aria-label={`Add to: ${fact.words}`}
        onChange={(event) => setDraft(event.target.value)}
        onBlur={add}
        onKeyDown={(event) => {
          if (event.key !== "Enter" && event.key !== ",") return;
          event.preventDefault();
          add();
        }}
      />
      {list && (
        <datalist id={list}>
          {[...known, ...(people ? ["me", "my_organisation", "contacts"] : [])].map((name) => (
            <option key={name} value={name} />
          ))}
        </datalist>
      )}
    </>
  );
}

function Choices({ leaf, fact, change }: LeafProps) {
  const values = leaf.value as string[];
  return (
    <span className="choices" role="group" aria-label={fact.words}>
      {fact.choices.map(({ value, words }) => (
        <button
          key={value}
          className="chip"
          aria-pressed={values.includes(value)}
          onClick={() =>
            change({ ...leaf, value: values.includes(value) ? values.filter((other) => other !== value) : [...values, value] })
          }
        >
          {words}
        </button>
      ))}
    </span>
  );
}

function Span({ leaf, change }: LeafProps) {
  const span = leaf.value as { days: string[]; from: string; to: string };
  const set = (part: Partial<typeof span>) => change({ ...leaf, value: { ...span, ...part } });
  return (
    <span className="choices">
      <input
        className="slot-input time"
        type="time"
        aria-label="From"
        value={span.from}
        onChange={(event) => set({ from: event.target.value })}
      />{" "}
      to
      <input
        className="slot-input time"
        type="time"
        aria-label="To"
        value={span.to}
        onChange={(event) => set({ to: event.target.value })}
      />{" "}
      on
      {DAYS.map((day) => (
        <button
          key={day}
          className="chip"
          aria-pressed={span.days.includes(day)}
          onClick={() =>
            set({ days: DAYS.filter((other) => (other === day ? !span.days.includes(day) : span.days.includes(other))) })
          }
        >
          {day}
        </button>
      ))}
    </span>
  );
}

function Value(props: LeafProps) {
  const { leaf, fact, change } = props;
  switch (fact.shape) {
    case "texts":
      return <Words {...props} />;
    case "choice":
      return <Choices {...props} />;
    case "span":
      return <Span {...props} />;
    case "number":
      return (
        <input
          className="slot-input"
          type="number"
          min={0}
          aria-label={fact.words}
          value={leaf.value as number}
          onChange={(event) => change({ ...leaf, value: event.target.valueAsNumber || 0 })}
        />
      );
    case "date":
      return (
        <input
          className="slot-input"
          type="date"
          aria-label={fact.words}
          value={leaf.value as string}
          onChange={(event) => change({ ...leaf, value: event.target.value })}
        />
      );
    case "flag":
      return null;
  }
}

/** The operator of a leaf, or for a fact that holds or not, its whole sentence. */
function Slot({ leaf, fact, change }: LeafProps) {
  if (fact.shape === "flag") {
    const yes = (leaf.value === true) !== Boolean(leaf.not);
    return (
      <Select
        variant="standard"
        className="slot"
        value={yes ? "yes" : "no"}
        inputProps={{ "aria-label": "Holds or not" }}
        onChange={(event) => change({ fact: leaf.fact, op: leaf.op, value: event.target.value === "yes" })}
      >
        <MenuItem value="yes">{fact.words}</MenuItem>
        <MenuItem value="no">{fact.denial}</MenuItem>
      </Select>
    );
  }
  const value = `${leaf.not ? "not " : ""}${leaf.op}`;
  return (
    <>
      {fact.words}
      <Select
        variant="standard"
        className="slot"
        value={value}
        inputProps={{ "aria-label": "How" }}
        onChange={(event) => {
          const not = event.target.value.startsWith("not ");
          const op = event.target.value.replace(/^not /, "");
          change({ fact: leaf.fact, op, value: leaf.value, ...(not ? { not } : {}) });
        }}
      >
        {fact.ops.flatMap((op) => [
          <MenuItem key={op.name} value={op.name}>
            {op.words}
          </MenuItem>,
          <MenuItem key={`not ${op.name}`} value={`not ${op.name}`}>
            not: {op.words}
          </MenuItem>,
        ])}
      </Select>
    </>
  );
}

function LeafLine(props: Omit<LeafProps, "fact"> & { remove: () => void }) {
  const { leaf, vocabulary, remove } = props;
  const counts = useCounts(finished(leaf) ? [leaf] : []);
  const fact = vocabulary.facts.find(({ name }) => name === leaf.fact);
  return (
    <div className="condition-line">
      {fact ? (
        <>
          <Slot {...props} fact={fact} />
          <Value {...props} fact={fact} />
        </>
      ) : (
        <span>
          {leaf.fact} {leaf.op} {JSON.stringify(leaf.value)}
        </span>
      )}
      <span className="condition-count">
        <span title="Messages here for which this holds by itself">
          {finished(leaf) && counts.data ? counts.data.counts[0]!.toLocaleString("en") : ""}
        </span>
        <IconButton size="small" onClick={remove} aria-label="Take this condition out">
          <Close fontSize="inherit" />
        </IconButton>
      </span>
    </div>
  );
}

function FactChoice({ vocabulary, add, words }: { vocabulary: Vocabulary; add: (fact: Fact) => void; words: string }) {
  return (
    <Select
      variant="standard"
      className="slot adding"
      displayEmpty
      value=""
      inputProps={{ "aria-label": words }}
      renderValue={() => `+ ${words}`}
      onChange={(event) => {
        const fact = vocabulary.facts.find(({ name }) => name === event.target.value);
        if (fact) add(fact);
      }}
    >
      {vocabulary.facts.map((fact) => (
        <MenuItem key={fact.name} value={fact.name}>
          {fact.words}
          {fact.name === "kind" && " is a newsletter, a notice …"}
          {fact.name === "my_role" && " is to me, copied to me …"}
          {fact.name === "arrival" && " within a stretch of the week"}
          {fact.name.endsWith("_on") && " on, before or after a date"}
        </MenuItem>
      ))}
    </Select>
  );
}

type GroupProps = { group: Group; vocabulary: Vocabulary; change: (next: Group) => void; depth?: number; adding?: string };

/** A group of conditions as lines of a sentence; groups nest. */
export function ConditionEditor({ group, vocabulary, change, depth = 1, adding = "condition" }: GroupProps) {
  const kind = kindOf(group);
  const members = membersOf(group);
  const set = (next: Condition[]) => change(groupOf(kind, next));
  const replace = (index: number, next: Condition) => set(members.map((member, at) => (at === index ? next : member)));
  const remove = (index: number) => set(members.filter((_, at) => at !== index));
  return (
    <div className="condition-group">
      {(members.length > 1 || kind !== "all" || depth > 1) && (
        <div className="condition-line">
          <ToggleButtonGroup
            exclusive
            value={kind}
            onChange={(_, next: GroupKind | null) => next && change(groupOf(next, members))}
            aria-label="How they hold together"
          >
            {(Object.keys(GROUP_WORDS) as GroupKind[]).map((key) => (
              <ToggleButton key={key} value={key}>
                {GROUP_WORDS[key]}
              </ToggleButton>
            ))}
          </ToggleButtonGroup>
          these hold
        </div>
      )}
      {members.map((member, index) =>
        isLeaf(member) ? (
          <LeafLine
            key={index}
            leaf={member}
            vocabulary={vocabulary}
            change={(next) => replace(index, next)}
            remove={() => remove(index)}
          />
        ) : (
          <div key={index} className="nested">
            <ConditionEditor group={member} vocabulary={vocabulary} change={(next) => replace(index, next)} depth={depth + 1} />
            <Button variant="text" onClick={() => remove(index)}>
              Take this group out
            </Button>
          </div>
        ),
      )}
      {members.length === 0 && <p className="quiet">{kind === "any" ? "Nothing holds yet." : "Holds for every message."}</p>}
      <div className="condition-line">
        <FactChoice vocabulary={vocabulary} words={adding} add={(fact) => set([...members, freshLeaf(fact)])} />
        {depth < MAX_DEPTH && (
          <Button variant="text" onClick={() => set([...members, { any: [] }])}>
            + group
          </Button>
        )}
      </div>
    </div>
  );
}
