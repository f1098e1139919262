import Button from "@mui/material/Button";
import Checkbox from "@mui/material/Checkbox";
import { useState } from "react";
import { useStatus } from "../../../api/moment";
import { useApplication, useApply } from "../../../api/rules";
import { Check } from "../../../parts/Check";
import { Fault } from "../../../parts/Fault";
import forms from "../../../parts/forms.module.css";
import { OneOf } from "../../../parts/OneOf";
import ui from "../../../parts/page.module.css";
import triedStyles from "../../../rule/tried.module.css";
import { TriedRow } from "../../../rule/TriedRow";
import styles from "./apply.module.css";
import tryStyles from "./try.module.css";

type Period = "30" | "90" | "all";
const PERIODS: { value: Period; label: string }[] = [
  { value: "30", label: "30 days" },
  { value: "90", label: "90 days" },
  { value: "all", label: "all mail" },
];

/** Applying a rule to mail already here: what would change, by kind and message by message, for all or some. */
export function ApplyPane({ id, close }: { id: number; close: () => void }) {
  const [period, setPeriod] = useState<Period>("30");
  const days = period === "all" ? undefined : Number(period);
  const preview = useApplication(id, days);
  const [left, setLeft] = useState<string[]>([]);
  const [chosen, setChosen] = useState<number[]>();
  const apply = useApply();
  const page = preview.data;
  const topics = page?.kinds.map(({ topic }) => topic).filter((topic) => !left.includes(topic)) ?? [];
  const turn = (message: number) => {
    const now = chosen ?? page!.messages.map(({ id: each }) => each);
    setChosen(now.includes(message) ? now.filter((each) => each !== message) : [...now, message]);
  };
  const going = useStatus().data?.going ?? [];
  const running = going.some(({ step }) => step === apply.data?.undo_id);
  const count = chosen ? chosen.length : (page?.count ?? 0);
  return (
    <aside className={`${ui.sheet} ${ui.try}`} aria-label="Apply to mail already here">
      <div className={ui.sheetScroll}>
        <div className={tryStyles.tryHead}>
          <h2>Apply to mail already here</h2>
          <OneOf
            label="How far back"
            value={period}
            choices={PERIODS}
            change={(next) => {
              setPeriod(next);
              setChosen(undefined);
            }}
          />
        </div>
        <p className={ui.sub}>
          How messages look, their marks, and whether they stay on the Front. Nothing is sent, nothing alerts, what you cleared
          stays cleared. One undo takes all of it back, now or later.
        </p>
        {page && page.count === 0 && (
          <p className={ui.quiet}>Nothing would change: the mail of this time is as the rule has it.</p>
        )}
        {page && page.count > 0 && (
          <>
            <div role="group" aria-label="Kinds of change" className={forms.kinds}>
              {page.kinds.map(({ topic, label, count: of }) => (
                <Check
                  key={topic}
                  label={
                    <>
                      {label} <i>{of.toLocaleString("en")}</i>
                    </>
                  }
                  on={!left.includes(topic)}
                  turn={(on) => setLeft(on ? left.filter((each) => each !== topic) : [...left, topic])}
                />
              ))}
            </div>
            <ol className={`${triedStyles.tries} ${styles.choosing}`}>
              {page.messages.map((tried) => (
                <li key={tried.id}>
                  <Checkbox
                    size="small"
                    checked={chosen ? chosen.includes(tried.id) : true}
                    onChange={() => turn(tried.id)}
                    slotProps={{ input: { "aria-label": `${tried.sender}: ${tried.subject}` } }}
                  />
                  <ol>
                    <TriedRow tried={tried} />
                  </ol>
                </li>
              ))}
            </ol>
            {page.count > page.messages.length && (
              <p className={ui.quiet}>
                These are the newest {page.messages.length} of {page.count.toLocaleString("en")}.{" "}
                {chosen ? "Only the ticked ones are changed." : "All of them are changed, unless you untick one."}
              </p>
            )}
          </>
        )}
        <Fault of={preview} />
        <Fault of={apply} />
      </div>
      <div className={ui.sheetFoot}>
        <Button
          variant="contained"
          disabled={!page || count === 0 || topics.length === 0 || apply.isPending || running}
          onClick={() => apply.mutate({ id, days, topics, ...(chosen ? { messages: chosen } : {}) })}
        >
          Apply to {count.toLocaleString("en")} {count === 1 ? "message" : "messages"}
        </Button>
        <Button onClick={close}>Close</Button>
        {page && (count === 0 || topics.length === 0) && (
          <span className={ui.quiet}>
            {topics.length === 0 ? "Choose what of it to apply." : "No message here would change by it."}
          </span>
        )}
      </div>
    </aside>
  );
}
