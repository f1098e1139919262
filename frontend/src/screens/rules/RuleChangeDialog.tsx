import Button from "@mui/material/Button";
import { useEffect, useRef, useState } from "react";
import ui from "../../parts/page.module.css";
import triedStyles from "../../rule/tried.module.css";
import { TriedRow } from "../../rule/TriedRow";
import type { Asked } from "./useRuleChange";

const VERBS = { move: "Move", switch: "Switch", delete: "Delete" };

/** What a change would do, before it is kept. */
export function RuleChangeDialog({ asked, keep, back }: { asked: Asked; keep: () => void; back: () => void }) {
  const [open, setOpen] = useState(false);
  const { rule, step, preview } = asked;
  const first = useRef<HTMLButtonElement>(null);
  useEffect(() => first.current?.focus(), [asked]);
  const act = step.act === "switch" ? (rule.enabled ? "Switch off" : "Switch on") : VERBS[step.act];
  return (
    <section className={ui.boxed} role="alertdialog" aria-label={`${act} ${rule.name}`}>
      <p>
        <b>
          {act} “{rule.name}”{step.act === "move" && `, to be read as number ${step.to! + 1}`}?
        </b>{" "}
        {preview.message} {preview.held}
      </p>
      <div className={ui.rowOf}>
        <Button variant="contained" ref={first} onClick={keep}>
          {step.act === "move" ? "Keep the move" : act}
        </Button>
        <Button onClick={back}>{step.act === "move" ? "Put it back" : "Leave it"}</Button>
        {preview.messages.length > 0 && (
          <Button variant="text" aria-expanded={open} onClick={() => setOpen(!open)}>
            {open ? "Hide them" : "Show them"}
          </Button>
        )}
      </div>
      {open && (
        <ol className={triedStyles.tries}>
          {preview.messages.map((tried) => (
            <TriedRow key={tried.id} tried={tried} />
          ))}
        </ol>
      )}
    </section>
  );
}
