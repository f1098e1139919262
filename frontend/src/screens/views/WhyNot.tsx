import Button from "@mui/material/Button";
import { useState } from "react";
import type { SavedView } from "../../api/client";
import { useFind } from "../../api/find";
import { useWhyInView } from "../../api/views";
import { TextSlot } from "../../parts/fields";
import forms from "../../parts/forms.module.css";
import ui from "../../parts/page.module.css";
import { useSettled } from "../../parts/useSettled";
import styles from "./views.module.css";

const SETTLES_MS = 150;
const MOST = 6;

/** Why a message that one expects is not in a view: it is looked for in all mail, and the view says what left it out. */
export function WhyNot({ view, close }: { view: SavedView; close: () => void }) {
  const [text, setText] = useState("");
  const settled = useSettled(text, SETTLES_MS);
  const [chosen, setChosen] = useState<number>();
  const found = useFind(settled, {}, 0, "best");
  const rows = settled.trim() ? (found.data?.messages ?? []).slice(0, MOST) : [];
  const why = useWhyInView(view.id, chosen).data;
  return (
    <section className={forms.tidy} aria-label="Why is one not here">
      <div className={ui.conditionLine}>
        Which message do you miss?
        <TextSlot
          label="Words of the message"
          value={text}
          autoFocus
          width="wide"
          change={(next) => {
            setText(next);
            setChosen(undefined);
          }}
        />
      </div>
      <ul>
        {rows.map((row) => (
          <li key={row.id}>
            <button type="button" className={styles.whyChoice} aria-pressed={row.id === chosen} onClick={() => setChosen(row.id)}>
              <b>{row.sender}</b> {row.subject} <time>{row.because ?? row.arrived}</time>
            </button>
            {row.id === chosen && why && (
              <p className={styles.whyView} role="status">
                {why.message} {why.changes.join(" ")}
              </p>
            )}
          </li>
        ))}
        {settled.trim() && found.data?.count === 0 && <li className={ui.quiet}>{found.data.lead}</li>}
      </ul>
      <div className={ui.rowOf}>
        <Button onClick={close}>Close</Button>
      </div>
    </section>
  );
}
