import { useState } from "react";
import { useCompletions } from "../api/language";
import { Given } from "./chips";
import { Combobox, type Option } from "./Combobox";
import styles from "./fields.module.css";

const GROUP = "group:";

/** Whom one can write to: no whole domain, and nobody who is only called so in conditions. */
const writable = ({ value }: { value: string }) => value.startsWith(GROUP) || (value.includes("@") && !value.startsWith("@"));

/** As it is written: with the name, where one is known. */
function written({ key, label }: Option): string {
  const [name, address] = label.split(" · ");
  return address && !key.startsWith(GROUP) ? `${name} <${key}>` : key;
}

const shown = (text: string) => (text.startsWith(GROUP) ? `one of ${text.slice(GROUP.length)}` : text);

/** People to write to, completed from mail, groups and contacts; several that are pasted stand apart. */
export function PeopleField({ label, people, change }: { label: string; people: string[]; change: (people: string[]) => void }) {
  const [typed, setTyped] = useState("");
  const completions = useCompletions("recipients", typed, typed.trim() !== "");
  const options = typed.trim() ? (completions.data?.values ?? []).filter(writable) : [];
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
        placeholder={people.length ? "+ another" : "a name, an address, a group …"}
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
