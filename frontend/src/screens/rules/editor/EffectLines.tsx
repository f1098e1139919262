import type { ReactNode } from "react";
import type { EffectEditor, EffectEntry, DryRun, Vocabulary } from "../../../api/client";
import { useSaveThing } from "../../../api/rulebook";
import { Adder } from "../../../condition/Adder";
import { Duration } from "../../../condition/Duration";
import { SentencePart, SentenceParts } from "../../../condition/SentencePart";
import { Chips } from "../../../condition/Values";
import { MARKS } from "../../../look/colours";
import { Fault } from "../../../parts/Fault";
import ui from "../../../parts/page.module.css";
import { without, type Effects } from "../../../rule/effects";
import { AlertField, NameField, NamesField, PriorityField, SwitchField, TimingField } from "./EffectFields";

type FieldProps = { editor: EffectEditor; value: never; vocabulary: Vocabulary; change: (next: unknown) => void };

/** The names of a kind that the rulebook holds. */
const known = (editor: EffectEditor, vocabulary: Vocabulary): string[] =>
  ({ labels: vocabulary.labels, inks: vocabulary.inks, templates: vocabulary.templates, forward_to: vocabulary.forward_to })[
    editor.known ?? ""
  ] ?? [];

/** Names that may be made where they are wanted: labels. */
function MadeNames({ editor, value, vocabulary, change }: FieldProps) {
  const save = useSaveThing();
  const make = (name: string) =>
    save.mutate({
      kind: "labels",
      thing: { name, colour: MARKS[vocabulary.labels.length % MARKS.length]! },
    });
  return (
    <>
      <NamesField label={editor.label} known={vocabulary.labels} value={value} change={change} make={make} />
      <Fault of={save} />
    </>
  );
}

function Field({ editor, value, vocabulary, change }: FieldProps): ReactNode {
  const { label, choices } = editor;
  switch (editor.shape) {
    case "timing":
      return <TimingField value={value} vocabulary={vocabulary} change={change} />;
    case "priority":
      return <PriorityField value={value} vocabulary={vocabulary} change={change} />;
    case "alert":
      return <AlertField value={value} vocabulary={vocabulary} choices={choices} change={change} />;
    case "texts":
      return <Chips fact="subject" label={label} values={value} join="and" people={false} change={change} />;
    case "duration":
      return (
        <Duration
          label={label}
          value={(value as Record<string, string>)[editor.key!]!}
          change={(span) => change({ [editor.key!]: span })}
        />
      );
    case "switch":
      return <SwitchField label={label} choices={choices} value={value} change={change} />;
    case "name":
      return <NameField label={label} known={known(editor, vocabulary)} value={value} change={change} />;
    case "names":
      if (editor.known === "labels") return <MadeNames editor={editor} value={value} vocabulary={vocabulary} change={change} />;
      return <NamesField label={label} known={known(editor, vocabulary)} value={value} change={change} />;
  }
}

function Line(props: FieldProps) {
  const { editor, vocabulary } = props;
  if (editor.known && editor.known !== "labels" && known(editor, vocabulary).length === 0)
    return <span>{editor.lead} … but the rulebook holds none yet.</span>;
  return (
    <>
      {editor.lead} <Field {...props} />
    </>
  );
}

/** What a rule says, as lines of its sentence. */
export function EffectLines({
  effects,
  vocabulary,
  dryRun,
  change,
}: {
  effects: Effects;
  vocabulary: Vocabulary;
  dryRun: DryRun | undefined;
  change: (next: Effects) => void;
}) {
  const begin = ({ topic, value }: EffectEntry) => {
    const first = topic === "timing" && (value as { round?: unknown } | null)?.round === null;
    change({ ...effects, [topic]: first ? { round: vocabulary.rounds[0] ?? "" } : (value ?? null) });
  };
  return (
    <SentenceParts>
      {Object.entries(effects).map(([topic, value]) => {
        const fault = dryRun?.faults.find(({ pointer }) => pointer === `/then/${topic}` || pointer.startsWith(`/then/${topic}/`));
        return (
          <SentencePart
            key={topic}
            takeOut={() => change(without(effects, topic))}
            takesOut="this effect"
            faults={[fault?.message]}
          >
            {vocabulary.editors[topic] && (
              <Line
                editor={vocabulary.editors[topic]}
                value={value as never}
                vocabulary={vocabulary}
                change={(next) => change({ ...effects, [topic]: next })}
              />
            )}
          </SentencePart>
        );
      })}
      {Object.keys(effects).length === 0 && <p className={ui.quiet}>Nothing happens yet.</p>}
      <div className={ui.conditionLine}>
        <Adder
          label="effect"
          placeholder="type what shall happen: alert, label, wait …"
          entries={() => vocabulary.effects.filter(({ topic }) => !(topic in effects))}
          add={begin}
        />
      </div>
    </SentenceParts>
  );
}
