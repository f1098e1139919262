import Button from "@mui/material/Button";
import type { Sheet, Shall } from "../../api/client";
import { useKeepExample } from "../../api/promises";
import { useThings } from "../../api/rulebook";
import { Choice } from "../../parts/chips";
import { Fault } from "../../parts/Fault";
import { useKey } from "../../parts/keys";
import { Slot } from "../../parts/Slot";
import styles from "./pane.module.css";

/** Keeps the message as an example of how it shall be decided, whatever is changed in the rules. */
export function ExamplePane({ sheet, close }: { sheet: Sheet; close: () => void }) {
  const keep = useKeepExample();
  useKey("close", close, true, true);
  const things = useThings().data;
  const labels = things?.labels.map(({ name }) => name).filter((name) => !sheet.labels.includes(name)) ?? [];
  const save = (shall: Shall) => keep.mutate({ message: sheet.id, shall }, { onSuccess: close });
  const choices: [string, Shall][] = [
    ["come straight in", { comes: "straight_in" }],
    ["come with a round", { comes: "with_a_round" }],
    ["stay off the Front", { comes: "off_front" }],
    ["never alert", { alert: "none" }],
    ...sheet.labels.map((label): [string, Shall] => [`wear ${label}`, { labels: [label] }]),
  ];
  return (
    <section className={styles.makeRule} aria-label="Keep as an example">
      <h2>It shall always …</h2>
      <div className={styles.chips} role="group" aria-label="What it shall do">
        {choices.map(([label, shall], at) => (
          <Choice key={label} autoFocus={at === 0} press={() => save(shall)}>
            {label}
          </Choice>
        ))}
      </div>
      {/* its line stands while the labels are fetched: what is above it must not move under the pointer */}
      {(!things || labels.length > 0) && (
        <p>
          or wear a label that it does not wear now:{" "}
          <Slot
            label="A label that it shall wear"
            value=""
            choices={[{ value: "", label: "choose one …" }, ...labels.map((name) => ({ value: name, label: name }))]}
            change={(name) => name && save({ labels: [name] })}
          />
        </p>
      )}
      <Fault of={keep} />
      <div className={styles.makeFoot}>
        <Button onClick={close}>Cancel</Button>
      </div>
    </section>
  );
}
