import Close from "@mui/icons-material/Close";
import IconButton from "@mui/material/IconButton";
import type { ReactNode } from "react";
import type { EffectEditor, EffectEntry, DryRun, Vocabulary } from "../../../api/client";
import { useSaveThing } from "../../../api/queries";
import { without, type Effects } from "../effects";
import { Adder } from "./Adder";
import { Duration } from "./Duration";
import { AlertField, NameField, NamesField, PriorityField, SwitchField, TimingField } from "./EffectFields";
import { Chips } from "./Values";
import { focusAdder, groupAround } from "./focus";

const LABEL_COLOURS = ["#2F6B4F", "#9A4A12", "#55588A", "#8A5200", "#14594A", "#7A2E5D", "#2B5F8A", "#6B5B1E"];
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
      thing: { name, colour: LABEL_COLOURS[vocabulary.labels.length % LABEL_COLOURS.length]! },
    });
  return (
    <>
      <NamesField label={editor.label} known={vocabulary.labels} value={value} change={change} make={make} />
      {save.isError && <span className="error-text">{save.error.message}</span>}
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
    <div className="condition-group">
      {Object.entries(effects).map(([topic, value]) => {
        const fault = dryRun?.faults.find(({ pointer }) => pointer === `/then/${topic}` || pointer.startsWith(`/then/${topic}/`));
        return (
          <div key={topic} className="condition">
            <div className="condition-line">
              {vocabulary.editors[topic] && (
                <Line
                  editor={vocabulary.editors[topic]}
                  value={value as never}
                  vocabulary={vocabulary}
                  change={(next) => change({ ...effects, [topic]: next })}
                />
              )}
              <span className="condition-count">
                <IconButton
                  size="small"
                  onClick={(event) => {
                    focusAdder(groupAround(event.currentTarget));
                    change(without(effects, topic));
                  }}
                  aria-label="Take this effect out"
                >
                  <Close fontSize="inherit" />
                </IconButton>
              </span>
            </div>
            {fault && <p className="in-place">{fault.message}</p>}
          </div>
        );
      })}
      {Object.keys(effects).length === 0 && <p className="quiet">Nothing happens yet.</p>}
      <div className="condition-line">
        <Adder
          label="effect"
          placeholder="type what shall happen: alert, label, wait …"
          entries={() => vocabulary.effects.filter(({ topic }) => !(topic in effects))}
          add={begin}
        />
      </div>
    </div>
  );
}
