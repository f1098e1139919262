import Button from "@mui/material/Button";
import Dialog from "@mui/material/Dialog";
import { useState } from "react";
import { changeKey, KEYS, keyOf, useKey, useKeyOf, type KeyName } from "./keys";
import { shownKey } from "./KeyCap";
import "./keysdialog.css";

const NAMES = Object.keys(KEYS) as KeyName[];

function Line({ name, waiting, wait }: { name: KeyName; waiting: boolean; wait: () => void }) {
  const key = useKeyOf(name);
  return (
    <li>
      <span>{KEYS[name].label}</span>
      <Button onClick={wait} aria-label={`Change the key for: ${KEYS[name].label}`}>
        {waiting ? "press a key" : <kbd>{shownKey(key)}</kbd>}
      </Button>
    </li>
  );
}

export function KeysDialog() {
  const [open, setOpen] = useState(false);
  const [waiting, setWaiting] = useState<KeyName>();
  const [clash, setClash] = useState("");
  useKey("keys", () => setOpen(true));
  const press = (event: React.KeyboardEvent) => {
    if (!waiting || ["Shift", "Control", "Alt", "Meta", "Tab"].includes(event.key)) return;
    event.preventDefault();
    event.stopPropagation();
    const other = NAMES.find((name) => name !== waiting && keyOf(name).toLowerCase() === event.key.toLowerCase());
    if (other) setClash(`${shownKey(event.key)} is taken: ${KEYS[other].label}`);
    else {
      changeKey(waiting, event.key);
      setClash("");
      setWaiting(undefined);
    }
  };
  return (
    <>
      <Button variant="text" onClick={() => setOpen(true)} className="keys-button">
        Keys
      </Button>
      <Dialog open={open} onClose={() => setOpen(false)} aria-labelledby="keys-title" onKeyDown={press}>
        <div className="keys">
          <h2 id="keys-title">Keys</h2>
          <p>Choose one and press another key to change it. The choice is kept in this browser.</p>
          {clash && <p role="alert">{clash}</p>}
          <ul>
            {NAMES.map((name) => (
              <Line key={name} name={name} waiting={waiting === name} wait={() => setWaiting(name)} />
            ))}
          </ul>
          <div className="keys-foot">
            <Button onClick={() => NAMES.forEach((name) => changeKey(name, undefined))}>All as they were</Button>
            <Button variant="contained" onClick={() => setOpen(false)}>
              Done
            </Button>
          </div>
        </div>
      </Dialog>
    </>
  );
}
