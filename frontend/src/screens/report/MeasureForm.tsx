import Button from "@mui/material/Button";
import { useState } from "react";
import { useSaveMeasure, type Measure } from "../../api/report";
import { Check } from "../../parts/Check";
import { Fault } from "../../parts/Fault";
import { NumberSlot } from "../../parts/fields";
import { TimeIn } from "../../parts/pickers";
import ui from "../../parts/page.module.css";
import styles from "./report.module.css";

type Kind = Measure["chosen"][number];

const KINDS: { kind: Kind; label: string; wish: [before: string, after: string]; usual: number; most: number }[] = [
  { kind: "interruptions", label: "Moments that interrupt", wish: ["at most", "a day"], usual: 12, most: 480 },
  { kind: "longest", label: "Longest stretch undisturbed", wish: ["at least", "minutes"], usual: 90, most: 480 },
  { kind: "alerts", label: "Alerts", wish: ["at most", "a day"], usual: 5, most: 1000 },
];

/** What the person wants to know of their days by, what they wish, and what an interruption costs them. */
export function MeasureForm({ measure, close }: { measure: Measure; close: () => void }) {
  const [given, setGiven] = useState(measure);
  const save = useSaveMeasure();
  const change = (changes: Partial<Measure>) => setGiven((before) => ({ ...before, ...changes }));
  const wish = (kind: Kind, number: number | undefined) => change({ wished: { ...given.wished, [kind]: number } });
  return (
    <section className={ui.boxed} aria-label="My measure">
      <p>
        <b>My measure</b>: what you want to know of your days by. It stands here, and the check-up tells when half of ten days are
        not as you wish.
      </p>
      {KINDS.map(({ kind, label, wish: [before, after], usual, most }) => {
        const on = given.chosen.includes(kind);
        const wished = given.wished[kind];
        return (
          <div key={kind} className={styles.measure}>
            <Check
              label={label}
              on={on}
              turn={(next) => change({ chosen: next ? [...given.chosen, kind] : given.chosen.filter((each) => each !== kind) })}
            />
            {on && (
              <Check
                label={`I wish ${before}`}
                on={typeof wished === "number"}
                turn={(next) => wish(kind, next ? usual : undefined)}
              />
            )}
            {on && typeof wished === "number" && (
              <>
                <NumberSlot label={`${label}, ${before}`} value={wished} most={most} change={(next) => wish(kind, next)} />{" "}
                {after}
              </>
            )}
          </div>
        );
      })}
      <div className={styles.measure}>
        An interruption costs me
        <NumberSlot
          label="Minutes that an interruption costs"
          value={given.minutes}
          most={120}
          change={(minutes) => change({ minutes })}
        />
        minutes.
      </div>
      <div className={styles.measure}>
        <Check label="Show it on the Front in the evening, from" on={given.front} turn={(front) => change({ front })} />
        {given.front && <TimeIn label="From what time on" value={given.from} change={(from) => change({ from })} />}
      </div>
      <Fault of={save} />
      <div className={ui.rowOf}>
        <Button variant="contained" disabled={save.isPending} onClick={() => save.mutate(given, { onSuccess: close })}>
          Keep it
        </Button>
        <Button onClick={close}>Cancel</Button>
      </div>
    </section>
  );
}
