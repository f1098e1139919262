import Button from "@mui/material/Button";
import { useState } from "react";
import type { Act } from "../../api/client";
import { useBackTimes, useKeepUntil } from "../../api/messages";
import { Choice } from "../../parts/chips";
import { DateSlot } from "../../parts/moments";
import { useKey } from "../../parts/keys";
import styles from "./pane.module.css";

/** Keeps a message first in its band, until it is cleared or until a moment. */
export function KeepPane({ id, act, close }: { id: number; act: (act: Act, ids: number[]) => void; close: () => void }) {
  const times = useBackTimes().data?.choices ?? [];
  const keep = useKeepUntil();
  const [date, setDate] = useState("");
  useKey("close", close, true, true);
  const until = (moment: string) => {
    close();
    keep.mutate({ messages: [id], until: moment });
  };
  return (
    <section className={styles.makeRule} aria-label="Keep at top">
      <h2>Keep at top</h2>
      <div className={styles.chips} role="group" aria-label="Until when">
        <Choice
          autoFocus
          press={() => {
            close();
            act("keep", [id]);
          }}
        >
          until it is cleared
        </Choice>
        {times.map((choice) => (
          <Choice key={choice.label} press={() => until(choice.until)} aside={choice.moment}>
            until {choice.label}
          </Choice>
        ))}
      </div>
      <div className={styles.line}>
        or through
        <DateSlot label="Last day at top" value={date} change={setDate} />
        <Button disabled={!date} onClick={() => until(`${date}T23:59`)}>
          Until then
        </Button>
      </div>
      <div className={styles.makeFoot}>
        <Button onClick={close}>Cancel</Button>
      </div>
    </section>
  );
}
