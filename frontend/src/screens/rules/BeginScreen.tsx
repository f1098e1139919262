import Button from "@mui/material/Button";
import { useState } from "react";
import { useNavigate } from "react-router";
import type { StartingRule, RuleBody } from "../../api/client";
import { useMakeRule, useStartingRuleAnswered, useStartingRules } from "../../api/rules";
import { Chips } from "../../condition/Values";
import { DAYS } from "../../parts/chips";
import { Fault } from "../../parts/Fault";
import { TextSlot } from "../../parts/fields";
import { DateSlot, TimeSlot } from "../../parts/moments";
import ui from "../../parts/page.module.css";
import { Slot } from "../../parts/Slot";
import { useBeginRule } from "../../rule/beginning";
import styles from "./begin.module.css";
import { RulesNav } from "./RulesNav";

type Question = StartingRule["questions"][number];
type Answers = Record<string, unknown>;

function Answer({ question, value, change }: { question: Question; value: unknown; change: (next: unknown) => void }) {
  switch (question.shape) {
    case "people":
    case "words":
      return (
        <Chips
          fact={question.shape === "people" ? "from" : "subject"}
          label={question.label}
          values={(value as string[] | undefined) ?? []}
          join="or"
          people={question.shape === "people"}
          change={change}
        />
      );
    case "choice":
      return <Slot label={question.label} value={value as string} choices={question.choices} change={change} />;
    case "day":
      return (
        <Slot
          label={question.label}
          value={value as string}
          choices={DAYS.map((day) => ({ value: day, label: day }))}
          change={change}
        />
      );
    case "date":
      return <DateSlot label={question.label} value={(value as string | undefined) ?? ""} change={change} />;
    case "time":
      return <TimeSlot label={question.label} value={(value as string | undefined) ?? ""} change={change} />;
    default:
      return <TextSlot label={question.label} value={(value as string | undefined) ?? ""} change={change} />;
  }
}

function StartForm({ start, close }: { start: StartingRule; close: () => void }) {
  const navigate = useNavigate();
  const [answers, setAnswers] = useState<Answers>(() =>
    Object.fromEntries(start.questions.filter(({ given }) => given !== null).map(({ key, given }) => [key, given])),
  );
  const answered = useStartingRuleAnswered(start.key, answers).data;
  const make = useMakeRule();
  const begin = useBeginRule();
  const body = answered?.body as RuleBody | undefined;
  return (
    <div className={styles.needForm}>
      {start.questions.map((question) => (
        <div key={question.key} className={ui.conditionLine}>
          <span className={styles.needLabel}>
            {question.label}
            {question.optional && <small> if you like</small>}
          </span>
          <Answer
            question={question}
            value={answers[question.key]}
            change={(next) => setAnswers({ ...answers, [question.key]: next })}
          />
        </div>
      ))}
      {answered?.sentence && <p className={styles.needSentence}>{answered.sentence}</p>}
      {answered?.faults.map((fault) => (
        <p key={fault} className={ui.inPlace}>
          {fault}
        </p>
      ))}
      <Fault of={make} />
      <div className={ui.rowOf}>
        <Button
          variant="contained"
          disabled={!body || make.isPending}
          onClick={() => body && make.mutate({ body }, { onSuccess: () => navigate("/rules") })}
        >
          Make the rule
        </Button>
        <Button disabled={!body} onClick={() => begin({ body: body! })}>
          Look at it first
        </Button>
        <Button variant="text" onClick={close}>
          Close
        </Button>
        {!body && <span className={ui.quiet}>Answer what is asked above first.</span>}
        <span className={ui.quiet}>
          {answered?.count !== null && answered?.count !== undefined
            ? `Matches ${answered.count.toLocaleString("en")} of the last month’s ${answered.of.toLocaleString("en")} messages.`
            : "Answer what is asked, and the rule stands here."}
        </span>
      </div>
    </div>
  );
}

/** Starting points: each asks what it needs and becomes an ordinary rule. */
export function BeginScreen() {
  const starts = useStartingRules();
  const [open, setOpen] = useState<string>();
  return (
    <div className={ui.screen}>
      <main className={`${ui.list} ${ui.rulesList}`}>
        <RulesNav />
        <h1 className={ui.lead}>What should your mail do for you?</h1>
        <p className={ui.sub}>
          Choose what you need. Each becomes an ordinary rule, read before the others, that you can change at any time.
        </p>
        <ul className={styles.needs}>
          {starts.data?.starting_rules.map((start) => (
            <li key={start.key} className={open === start.key ? `${styles.need} ${styles.open}` : styles.need}>
              <button
                type="button"
                className={styles.needHead}
                aria-expanded={open === start.key}
                onClick={() => setOpen(open === start.key ? undefined : start.key)}
              >
                <b>{start.title}</b>
                <span>{start.text}</span>
              </button>
              {open === start.key && <StartForm start={start} close={() => setOpen(undefined)} />}
            </li>
          ))}
        </ul>
      </main>
    </div>
  );
}
