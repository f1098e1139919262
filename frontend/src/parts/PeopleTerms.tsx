import { useState } from "react";
import { useCompletions } from "../api/language";
import { Given } from "./chips";
import { Combobox } from "./Combobox";
import styles from "./fields.module.css";

const term = ({ value }: { value: string }) => value.includes("@");

/** People and whole domains, "@b.example". */
export function PeopleTerms({ label, people, change }: { label: string; people: string[]; change: (people: string[]) => void }) {
  const [typed, setTyped] = useState("");
  const completions = useCompletions("from", typed, typed.trim() !== "");
  const options = typed.trim() ? (completions.data?.values ?? []).filter(term) : [];
  return (
    <div className={styles.people} role="group" aria-label={label}>
      <span>{label}</span>
      {people.map((each) => (
        <Given key={each} takeOut={() => change(people.filter((other) => other !== each))} says={`${label}: take out ${each}`}>
          {each}
        </Given>
      ))}
      <Combobox
        free
        takesOnly
        wide
        label={label}
        placeholder="an address, or @a.domain …"
        options={options.map(({ value, label: said, count }) => ({ key: value, label: said, count }))}
        typed={typed}
        type={setTyped}
        take={({ key }) => {
          if (!people.includes(key)) change([...people, key]);
          setTyped("");
        }}
      />
    </div>
  );
}
