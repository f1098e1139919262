import Button from "@mui/material/Button";
import { useState } from "react";
import { useNavigate } from "react-router";
import type { StartingRule, RuleBody } from "../../api/client";
import { useMakeRule, useStartingRuleAnswered, useStartingRules } from "../../api/queries";
import { Slot } from "../../parts/Slot";
import { DAYS } from "./condition";
import { Chips } from "./editor/Values";
import { beginWith } from "./editor/useDraft";
import { RulesNav } from "./RulesNav";
import "./rules.css";

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
    default:
      return (
        <input
          className="slot-input"
          type={question.shape === "text" ? "text" : question.shape}
          aria-label={question.label}
          value={(value as string | undefined) ?? ""}
          onChange={(event) => change(event.target.value)}
        />
      );
  }
}

function StartForm({ start, close }: { start: StartingRule; close: () => void }) {
  const navigate = useNavigate();
  const [answers, setAnswers] = useState<Answers>(() =>
    Object.fromEntries(start.questions.filter(({ given }) => given !== null).map(({ key, given }) => [key, given])),
  );
  const answered = useStartingRuleAnswered(start.key, answers).data;
  const make = useMakeRule();
  const body = answered?.body as RuleBody | undefined;
  return (
    <div className="need-form">
      {start.questions.map((question) => (
        <div key={question.key} className="condition-line">
          <span className="need-label">
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
      {answered?.sentence && <p className="need-sentence">{answered.sentence}</p>}
      {answered?.faults.map((fault) => (
        <p key={fault} className="in-place">
          {fault}
        </p>
      ))}
      {make.isError && (
        <p className="error-text" role="alert">
          {make.error.message}
        </p>
      )}
      <div className="row-of">
        <Button
          variant="contained"
          disabled={!body || make.isPending}
          onClick={() => body && make.mutate({ body }, { onSuccess: () => navigate("/rules") })}
        >
          Make the rule
        </Button>
        <Button
          disabled={!body}
          onClick={() => {
            beginWith({ body: body! });
            navigate("/rules/new");
          }}
        >
          Look at it first
        </Button>
        <Button variant="text" onClick={close}>
          Close
        </Button>
        <span className="quiet">
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
    <div className="screen">
      <main className="list rules-list">
        <RulesNav />
        <h1 className="lead">What should your mail do for you?</h1>
        <p className="sub">
          Choose what you need. Each becomes an ordinary rule, read before the others, that you can change at any time.
        </p>
        <ul className="needs">
          {starts.data?.starting_rules.map((start) => (
            <li key={start.key} className={open === start.key ? "need open" : "need"}>
              <button
                type="button"
                className="need-head"
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
