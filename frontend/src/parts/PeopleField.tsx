import { useState } from "react";
import { useCompletions } from "../api/language";
import { Given } from "./chips";
import { Combobox, type Option } from "./Combobox";
import styles from "./fields.module.css";

const GROUP = "group:";

/** Who may stand in a field: those one can write to, or people and whole domains, "@b.example". */
const KINDS = {
  recipients: {
    fact: "recipients",
    placeholder: "a name, an address, a group …",
    fits: (value: string) => value.startsWith(GROUP) || (value.includes("@") && !value.startsWith("@")),
    /** With the name, where one is known. */
    written: ({ key, label }: Option) => {
      const [name, address] = label.split(" · ");
      return address && !key.startsWith(GROUP) ? `${name} <${key}>` : key;
    },
  },
  terms: {
    fact: "from",
    placeholder: "an address, or @a.domain …",
    fits: (value: string) => value.includes("@"),
    written: ({ key }: Option) => key,
  },
};

const shown = (text: string) => (text.startsWith(GROUP) ? `one of ${text.slice(GROUP.length)}` : text);

/** People, completed from mail, groups and contacts; several that are pasted stand apart. */
export function PeopleField({
  label,
  people,
  change,
  kind = "recipients",
}: {
  label: string;
  people: string[];
  change: (people: string[]) => void;
  kind?: keyof typeof KINDS;
}) {
  const { fact, placeholder, fits, written } = KINDS[kind];
  const [typed, setTyped] = useState("");
  const completions = useCompletions(fact, typed, typed.trim() !== "");
  const options = typed.trim() ? (completions.data?.values ?? []).filter(({ value }) => fits(value)) : [];
  const add = (text: string) => {
    const more = text
      .split(/[;\n]|,(?![^<"]*[>"])/)
      .map((each) => each.trim())
      .filter((each) => each !== "" && !people.includes(each));
    if (more.length > 0) change([...people, ...more]);
  };
  return (
    <div className={styles.people} role="group" aria-label={label}>
      <span>{label}</span>
      {people.map((each) => (
        <Given key={each} takeOut={() => change(people.filter((other) => other !== each))} says={`${label}: take out ${each}`}>
          {shown(each)}
        </Given>
      ))}
      <Combobox
        free
        takesOnly
        wide
        label={label}
        placeholder={people.length ? "+ another" : placeholder}
        options={options.map(({ value, label: said, count }) => ({ key: value, label: said, count }))}
        typed={typed}
        type={setTyped}
        take={(option, free) => {
          add(free ? option.label : written(option));
          setTyped("");
        }}
      />
    </div>
  );
}
