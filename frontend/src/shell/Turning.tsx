import { useEffect, useState } from "react";
import { onTurned, type TurnedRow } from "../api/client";
import { Sure } from "../parts/Sure";
import ui from "../parts/page.module.css";
import { TurnedList } from "../rule/TurnedList";

type Asked = { rows: TurnedRow[]; answer: (meant: boolean) => void };

/** Puts to the person what a change would turn, wherever it is made, before it is saved. */
export function Turning() {
  const [asked, setAsked] = useState<Asked[]>([]);
  useEffect(() => onTurned((rows) => new Promise((answer) => setAsked((before) => [...before, { rows, answer }]))), []);
  const first = asked[0];
  if (!first) return null;
  const answer = (meant: boolean) => {
    setAsked((before) => before.filter((each) => each !== first));
    first.answer(meant);
  };
  const examples = first.rows.filter(({ kind }) => kind === "example").length;
  return (
    <Sure
      wide
      title="That breaks what was promised"
      anyway="It is meant: save it"
      back="Do not save it"
      save={() => first.answer(true)}
      close={() => answer(false)}
    >
      <TurnedList rows={first.rows} />
      {examples > 0 && (
        <p className={ui.quiet}>
          If it is meant, {examples === 1 ? "the example is" : "the examples are"} changed with it, to what would come of{" "}
          {examples === 1 ? "it" : "them"} then.
        </p>
      )}
    </Sure>
  );
}
