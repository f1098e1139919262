import { useState } from "react";
import type { RuleBody, Vocabulary } from "../../../api/client";
import { Check } from "../../../parts/Check";
import { TextSlot } from "../../../parts/fields";
import { DateSlot } from "../../../parts/moments";
import ui from "../../../parts/page.module.css";
import styles from "./editor.module.css";
import type { useDraft } from "./useDraft";

/** What else a rule says of itself. */
export function Options({
  body,
  vocabulary,
  set,
}: {
  body: RuleBody;
  vocabulary: Vocabulary;
  set: ReturnType<typeof useDraft>["set"];
}) {
  const [dated, setDated] = useState(Boolean(body.from_date || body.until_date));
  const date = (key: "from_date" | "until_date", label: string) => (
    <>
      {label} <DateSlot label={label} value={body[key] ?? ""} change={(next) => set({ [key]: next || null })} />
    </>
  );
  return (
    <div className={styles.options}>
      <Check
        label="has the last word"
        on={body.last_word === true}
        turn={(on) => set({ last_word: on })}
        tip="Where it matches, no rule below it is read"
      />
      <Check
        label="ask me first"
        on={body.ask_first === true}
        turn={(on) => set({ ask_first: on })}
        tip="It proposes, and waits for yes or no"
      />
      <Check
        label="only between two dates"
        on={dated}
        turn={(on) => {
          setDated(on);
          if (!on) set({ from_date: null, until_date: null });
        }}
      />
      {dated && (
        <span className={ui.rowOf}>
          {date("from_date", "from")} {date("until_date", "until")}
        </span>
      )}
      <span>
        under the heading{" "}
        <TextSlot
          label="under the heading"
          value={body.heading ?? ""}
          placeholder="none"
          list="headings"
          change={(next) => set({ heading: next || null })}
        />
        <datalist id="headings">
          {vocabulary.headings.map((heading) => (
            <option key={heading} value={heading} />
          ))}
        </datalist>
      </span>
    </div>
  );
}
