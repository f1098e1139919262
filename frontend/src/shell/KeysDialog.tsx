import Button from "@mui/material/Button";
import Dialog from "@mui/material/Dialog";
import { useState } from "react";
import { shownKey } from "../parts/KeyCap";
import { comboOf, useKeyMap, useKeyOf, type KeyName } from "../parts/keys";
import { KEY_GROUPS, KEY_TABLE } from "./keyTable";
import styles from "./keys.module.css";

const NAMES = Object.keys(KEY_TABLE) as KeyName[];

function Line({ name, waiting, wait }: { name: KeyName; waiting: boolean; wait: () => void }) {
  const key = useKeyOf(name);
  return (
    <li>
      <span>{KEY_TABLE[name].label}</span>
      <Button onClick={wait} aria-label={`Change the key for: ${KEY_TABLE[name].label}`}>
        {waiting ? "press a key" : <kbd>{shownKey(key)}</kbd>}
      </Button>
    </li>
  );
}

export function KeysDialog({ close }: { close: () => void }) {
  const keys = useKeyMap();
  const [waiting, setWaiting] = useState<KeyName>();
  const [clash, setClash] = useState("");
  const press = (event: React.KeyboardEvent) => {
    if (!waiting || ["Shift", "Control", "Alt", "Meta", "Tab"].includes(event.key)) return;
    event.preventDefault();
    event.stopPropagation();
    const other = NAMES.find((name) => name !== waiting && keys.of(name).toLowerCase() === comboOf(event));
    if (other) setClash(`${shownKey(comboOf(event))} is taken: ${KEY_TABLE[other].label}`);
    else {
      keys.change(waiting, comboOf(event));
      setClash("");
      setWaiting(undefined);
    }
  };
  return (
    <Dialog open maxWidth={false} onClose={close} aria-labelledby="keys-title" onKeyDown={press}>
      <div className={styles.keys}>
        <h2 id="keys-title">Keys</h2>
        <p>Choose one and press another key to change it. The choice is kept in this browser.</p>
        {clash && <p role="alert">{clash}</p>}
        <div className={styles.keyGroups}>
          {Object.entries(KEY_GROUPS).map(([group, title]) => (
            <section key={group} aria-label={title}>
              <h3>{title}</h3>
              <ul>
                {NAMES.filter((name) => KEY_TABLE[name].group === group).map((name) => (
                  <Line key={name} name={name} waiting={waiting === name} wait={() => setWaiting(name)} />
                ))}
              </ul>
            </section>
          ))}
        </div>
        <div className={styles.keysFoot}>
          <Button onClick={() => NAMES.forEach((name) => keys.change(name, undefined))}>All as they were</Button>
          <Button variant="contained" onClick={close}>
            Done
          </Button>
        </div>
      </div>
    </Dialog>
  );
}
