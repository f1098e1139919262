import { useState } from "react";
import type { Fact, Vocabulary } from "../api/client";
import { useCompletions } from "../api/language";
import { readPeople } from "../api/people";
import { Choice, DayChips, Given } from "../parts/chips";
import { Combobox, type Option } from "../parts/Combobox";
import { NumberSlot } from "../parts/fields";
import { DateSlot, TimeSlot } from "../parts/moments";
import ui from "../parts/page.module.css";
import { Slot } from "../parts/Slot";
import styles from "./condition.module.css";
import { Duration } from "./Duration";
import { GroupDialog } from "./GroupDialog";
import { SizeSlot } from "./SizeSlot";
import type { Leaf } from "./tree";

export type LeafProps = { leaf: Leaf; fact: Fact; vocabulary: Vocabulary; change: (next: Leaf) => void };

const MAKE = "make a group";
const PEOPLE = ["from", "to", "cc", "recipients", "reply_to"];

/** How a value reads in the sentence. */
function shown(value: string): string {
  if (value.startsWith("group:")) return value.slice(6);
  if (value === "my_organisation") return "my organisation";
  if (value === "contacts") return "my contacts";
  return value.startsWith("@") ? `anyone at ${value.slice(1)}` : value;
}

/** "lift, water" is two words; a comma within quotes parts nothing. */
const wordsIn = (text: string) =>
  Array.from(text.matchAll(/"([^"]*)"|“([^”]*)”|[^,;\n]+/g), (found) => (found[1] ?? found[2] ?? found[0]).trim()).filter(
    Boolean,
  );

/** Values as chips, with a field that completes them from the mail that is here. */
export function Chips({
  fact,
  label,
  values,
  join,
  people,
  change,
}: {
  fact: string;
  label: string;
  values: string[];
  join: string;
  people: boolean;
  change: (next: string[]) => void;
}) {
  const [typed, setTyped] = useState("");
  const [making, setMaking] = useState(false);
  const found = useCompletions(fact, typed, true);
  const known = (found.data?.values ?? []).filter(({ value }) => !values.includes(value));
  const options: Option[] = known.map(({ value, label, count }) => ({ key: value, label, count }));
  if (people) options.push({ key: MAKE, label: values.length > 1 ? "Make a group of these …" : "Make a group of people …" });
  const [nobody, setNobody] = useState<string[]>([]);
  const add = (more: string[]) => {
    const fresh = more.filter((value, at) => !values.includes(value) && more.indexOf(value) === at);
    if (fresh.length > 0) change([...values, ...fresh]);
  };
  /** What was typed or pasted as it is: people as they are written, words with commas between them. */
  const take = (text: string) => {
    if (!people) return add(wordsIn(text));
    void readPeople(text).then(
      ({ terms, unread }) => {
        add(terms);
        setNobody(unread);
      },
      () => add([text]),
    );
  };
  return (
    <>
      {values.map((value, index) => (
        <span key={value} className={styles.value}>
          {index > 0 && <i>{join}</i>}
          <Given takeOut={() => change(values.filter((other) => other !== value))}>{people ? shown(value) : value}</Given>
        </span>
      ))}
      <Combobox
        free
        takesOnly={people}
        label={label}
        placeholder={values.length ? "+ another" : people ? "who …" : "words …"}
        options={options}
        typed={typed}
        type={setTyped}
        loading={found.isFetching}
        take={(option, free) => (option.key === MAKE ? setMaking(true) : free ? take(option.key) : add([option.key]))}
      />
      {nobody.length > 0 && (
        <span className={ui.inPlace} role="alert">
          {nobody.map((each) => `“${each}”`).join(", ")} {nobody.length === 1 ? "is" : "are"} nobody that could be read. Give an
          address, a domain such as @b.example, or a group.
        </span>
      )}
      {making && (
        <GroupDialog
          members={values.filter((value) => value.includes("@"))}
          close={() => setMaking(false)}
          made={(name) => change([...values.filter((value) => !value.includes("@")), `group:${name}`])}
        />
      )}
    </>
  );
}

function Choices({ leaf, fact, change }: LeafProps) {
  if (typeof leaf.value === "string")
    return <Slot label={fact.label} value={leaf.value} choices={fact.choices} change={(value) => change({ ...leaf, value })} />;
  const values = leaf.value as string[];
  return (
    <span className={styles.choices} role="group" aria-label={fact.label}>
      {fact.choices.map(({ value, label }) => (
        <Choice
          key={value}
          on={values.includes(value)}
          press={() =>
            change({ ...leaf, value: values.includes(value) ? values.filter((other) => other !== value) : [...values, value] })
          }
        >
          {label}
        </Choice>
      ))}
    </span>
  );
}

function Span({ leaf, change }: LeafProps) {
  const span = leaf.value as { days: string[]; from: string; to: string };
  const set = (part: Partial<typeof span>) => change({ ...leaf, value: { ...span, ...part } });
  return (
    <span className={styles.choices}>
      between <TimeSlot label="From" value={span.from} change={(from) => set({ from })} /> and
      <TimeSlot label="To" end value={span.to} change={(to) => set({ to })} /> on
      <DayChips days={span.days} change={(days) => set({ days })} />
    </span>
  );
}

/** The value of a condition, in the shape that its fact has. */
export function Value(props: LeafProps) {
  const { leaf, fact, change } = props;
  switch (fact.shape) {
    case "texts":
      return (
        <Chips
          fact={fact.name}
          label={`Add to: ${fact.label}`}
          values={leaf.value as string[]}
          join={leaf.op === "mentions_all" ? "and" : "or"}
          people={PEOPLE.includes(fact.name) && leaf.op === "is"}
          change={(value) => change({ ...leaf, value })}
        />
      );
    case "choice":
      return <Choices {...props} />;
    case "span":
      return <Span {...props} />;
    case "number":
      if (fact.name === "size")
        return <SizeSlot label={fact.label} value={leaf.value as number} change={(next) => change({ ...leaf, value: next })} />;
      return (
        <NumberSlot
          label={fact.label}
          value={leaf.value as number}
          least={0}
          change={(next) => change({ ...leaf, value: next })}
        />
      );
    case "date":
      return <DateSlot label={fact.label} value={leaf.value as string} change={(next) => change({ ...leaf, value: next })} />;
    case "duration":
      return <Duration label={fact.label} value={leaf.value as string} change={(value) => change({ ...leaf, value })} />;
    case "flag":
      return null;
  }
}
