import Button from "@mui/material/Button";
import { useState, type FormEvent } from "react";
import { useLabelling } from "../../api/messages";
import { useSaveThing } from "../../api/rulebook";
import { useVocabulary } from "../../api/rules";
import { MARKS } from "../../look/colours";
import { Choice } from "../../parts/chips";
import { Fault } from "../../parts/Fault";
import { TextSlot } from "../../parts/fields";
import { useKey } from "../../parts/keys";
import ui from "../../parts/page.module.css";
import styles from "./pane.module.css";

/** Labels put on by hand, or taken off, those of rules as well. @param has those that all of the messages wear */
export function LabelsPane({ ids, has, close }: { ids: number[]; has: string[]; close: () => void }) {
  const vocabulary = useVocabulary().data;
  const labelling = useLabelling();
  const making = useSaveThing();
  const [name, setName] = useState("");
  useKey("close", close, true, true);
  const known = vocabulary?.labels ?? [];
  const turn = (label: string) => labelling.mutate({ messages: ids, [has.includes(label) ? "remove" : "add"]: [label] });
  const make = (event: FormEvent) => {
    event.preventDefault();
    const fresh = name.trim();
    setName("");
    if (known.includes(fresh)) return turn(fresh);
    const colour = MARKS[known.length % MARKS.length]!;
    void making.mutateAsync({ kind: "labels", thing: { name: fresh, colour } }).then(
      () => labelling.mutate({ messages: ids, add: [fresh] }),
      () => undefined,
    ); // what went wrong stands below
  };
  return (
    <section className={styles.makeRule} aria-label="Labels">
      <h2>Labels</h2>
      <div
        className={styles.chips}
        role="group"
        aria-label={ids.length === 1 ? "Labels of this message" : "Labels of these messages"}
      >
        {known.map((label, index) => (
          <Choice key={label} autoFocus={index === 0} on={has.includes(label)} press={() => turn(label)}>
            {label}
          </Choice>
        ))}
      </div>
      <form className={styles.line} onSubmit={make}>
        <TextSlot
          label="A new label"
          value={name}
          autoFocus={known.length === 0}
          placeholder="a new label"
          most={100}
          change={setName}
        />
        <Button type="submit" disabled={!name.trim()}>
          Make it and put it on
        </Button>
      </form>
      <Fault of={making} />
      <div className={styles.makeFoot}>
        <Button onClick={close}>Close</Button>
        <span className={ui.quiet}>What you say here stands over what rules say.</span>
      </div>
    </section>
  );
}
