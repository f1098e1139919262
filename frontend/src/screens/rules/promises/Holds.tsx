import type { PromiseBody, Vocabulary } from "../../../api/client";
import { Duration } from "../../../condition/Duration";
import type { Leaf } from "../../../condition/tree";
import { Value } from "../../../condition/Values";
import { NumberSlot } from "../../../parts/fields";
import ui from "../../../parts/page.module.css";
import { Slot } from "../../../parts/Slot";

type Span = { days: string[]; from: string; to: string };
type Kind = "comes_in" | "waits" | "loudest" | "on_front" | "silent" | "alerts_a_day";

const KINDS: { value: Kind; label: string; fresh: unknown }[] = [
  { value: "comes_in", label: "comes in within", fresh: "PT30M" },
  { value: "waits", label: "waits no longer than", fresh: "P2D" },
  { value: "loudest", label: "never alerts louder than", fresh: "tap" },
  { value: "on_front", label: "is never taken off the Front", fresh: true },
  {
    value: "silent",
    label: "does not sound",
    fresh: { days: ["mon", "tue", "wed", "thu", "fri", "sat", "sun"], from: "18:00", to: "07:00" },
  },
  { value: "alerts_a_day", label: "raises in a day at most", fresh: 4 },
];
const LOUDEST = [
  { value: "none", label: "not at all" },
  { value: "tap", label: "a tap" },
  { value: "chime", label: "a chime" },
];

/** A stretch of the week, as conditions have it. */
export function SpanFields({ span, vocabulary, change }: { span: Span; vocabulary: Vocabulary; change: (next: Span) => void }) {
  const fact = vocabulary.facts.find(({ shape }) => shape === "span")!;
  const leaf: Leaf = { fact: fact.name, op: "within", value: span };
  return <Value leaf={leaf} fact={fact} vocabulary={vocabulary} change={({ value }) => change(value as Span)} />;
}

/** What is promised of the mail that is meant. */
export function Holds({ body, vocabulary, set }: { body: PromiseBody; vocabulary: Vocabulary; set: (holds: object) => void }) {
  const [kind, bound] = Object.entries(body.holds)[0] as [Kind, unknown];
  const put = (value: unknown) => set({ [kind]: value });
  return (
    <div className={ui.conditionLine}>
      <Slot
        label="What is promised"
        value={kind}
        choices={KINDS}
        change={(next) => set({ [next]: KINDS.find(({ value }) => value === next)!.fresh })}
      />
      {(kind === "comes_in" || kind === "waits") && <Duration label="How long" value={bound as string} change={put} />}
      {kind === "loudest" && <Slot label="How loud" value={bound as string} choices={LOUDEST} change={put} />}
      {kind === "silent" && <SpanFields span={bound as Span} vocabulary={vocabulary} change={put} />}
      {kind === "alerts_a_day" && (
        <>
          <NumberSlot label="How many" value={bound as number} most={1000} change={put} /> alerts
        </>
      )}
    </div>
  );
}
