import Button from "@mui/material/Button";
import { useState } from "react";
import { Link, useNavigate } from "react-router";
import type { ExampleRow, PromiseRow, Vocabulary } from "../../../api/client";
import { useDrop, useKeep, usePromises } from "../../../api/promises";
import { useVocabulary } from "../../../api/rules";
import { Fault } from "../../../parts/Fault";
import ui from "../../../parts/page.module.css";
import { useFallenFocus } from "../../../parts/useFallenFocus";
import { ExampleLine } from "../../../rule/ExampleLine";
import { RulesNav } from "../RulesNav";
import { Answer } from "./Answer";
import { Mends } from "./Mends";
import { PromiseEditor } from "./PromiseEditor";
import styles from "./promises.module.css";

/** One promise: the sentence, whether it holds, and what breaks it. */
function Promised({ row, vocabulary }: { row: PromiseRow; vocabulary: Vocabulary }) {
  const [writing, setWriting] = useState(false);
  const [mending, setMending] = useState(false);
  const drop = useDrop();
  const keep = useKeep();
  const navigate = useNavigate();
  const name = row.body.name;
  if (writing)
    return (
      <li>
        <PromiseEditor promise={row.body} vocabulary={vocabulary} close={() => setWriting(false)} />
      </li>
    );
  return (
    <li aria-label={name}>
      <h3>{name}</h3>
      <p>{row.sentence}</p>
      <Answer row={row} />
      <div className={ui.rowOf}>
        <Button onClick={() => setWriting(true)} aria-label={`Change: ${name}`}>
          Change
        </Button>
        {row.answer === "broken" && row.body.holds && !("alerts_a_day" in row.body.holds) && (
          <Button
            variant="text"
            aria-expanded={mending}
            onClick={() => setMending(!mending)}
            aria-label={`What would mend it: ${name}`}
          >
            What would mend it?
          </Button>
        )}
        {row.shown && (
          <Button
            variant="text"
            aria-label={`Open what breaks it in Try it: ${name}`}
            onClick={() =>
              void navigate(`/rules/${row.shown!.rule ?? "new"}`, { state: { begin: { made: row.shown!.message } } })
            }
          >
            Open it in Try it
          </Button>
        )}
        {row.keep && (
          <Button
            variant="text"
            disabled={keep.isPending}
            onClick={() => keep.mutate({ kind: "examples", body: row.keep! })}
            aria-label={`Keep what breaks it as an example: ${name}`}
          >
            Keep that message as an example
          </Button>
        )}
        <Button
          variant="text"
          disabled={drop.isPending}
          onClick={() => drop.mutate({ kind: "promises", name })}
          aria-label={`Delete: ${name}`}
        >
          Delete
        </Button>
      </div>
      {mending && <Mends name={name} made={row.shown?.message} />}
      {row.late.length > 0 && (
        <ul className={styles.late} aria-label={`The newest messages that broke it: ${name}`}>
          {row.late.map(({ id, sender, subject, said }) => (
            <li key={id}>
              <Link to={`/front/${id}`}>
                <b>{sender}</b> {subject || "(no subject)"}
              </Link>
              : {said}
            </li>
          ))}
        </ul>
      )}
      <Fault of={keep} />
    </li>
  );
}

/** One message that is kept to be decided as it shall. */
function Example({ example }: { example: ExampleRow }) {
  const drop = useDrop();
  return (
    <li aria-label={example.name}>
      <h3>{example.about}</h3>
      <p>
        <ExampleLine example={example} />
      </p>
      {example.rules.length > 0 && (
        <p className={styles.seen}>
          Decided by{" "}
          {example.rules.map(({ id, name }, at) => (
            <span key={id}>
              {at > 0 && ", "}
              <Link to={`/rules/${id}`}>{name}</Link>
            </span>
          ))}
        </p>
      )}
      <Button
        variant="text"
        disabled={drop.isPending}
        onClick={() => drop.mutate({ kind: "examples", name: example.name })}
        aria-label={`Delete: ${example.name}`}
      >
        Delete
      </Button>
    </li>
  );
}

/** What must hold of the rules, whatever is changed: promises, and messages kept as examples. */
export function PromisesScreen() {
  const promises = usePromises();
  const vocabulary = useVocabulary().data;
  const page = promises.data;
  const heading = useFallenFocus(page);
  const [writing, setWriting] = useState(false);
  return (
    <div className={ui.screen}>
      <main className={`${ui.list} ${ui.rulesList}`}>
        <RulesNav />
        {!page && !promises.isError && <p className={ui.quiet}>Going through your rules …</p>}
        {page && vocabulary && (
          <>
            <h1 className={ui.lead} {...heading}>
              {page.lead}
            </h1>
            <p className={ui.sub}>
              A promise says what must hold, whatever is changed in your rules or your week. “Proved” is of every message there
              can be; what is broken is shown by one. Mail from several senders at once, heads-down, and what you do by hand are
              left out.
            </p>
            {!writing && (
              <Button variant="contained" onClick={() => setWriting(true)}>
                New promise
              </Button>
            )}
            {writing && <PromiseEditor vocabulary={vocabulary} close={() => setWriting(false)} />}
            <ul className={styles.list}>
              {page.promises.map((row) => (
                <Promised key={row.body.name} row={row} vocabulary={vocabulary} />
              ))}
            </ul>
            <h2 className={ui.smallHead}>Examples</h2>
            <p className={ui.sub}>
              Messages that shall go on being decided as they are. Keep one from any message that you read; its facts are kept, so
              it outlives the mail.
            </p>
            <ul className={styles.list}>
              {page.examples.map((example) => (
                <Example key={example.name} example={example} />
              ))}
            </ul>
          </>
        )}
        <Fault of={promises} />
      </main>
    </div>
  );
}
