import Button from "@mui/material/Button";
import { useState, type FormEvent } from "react";
import { useLabelling, useSaveThing, useVocabulary } from "../../api/queries";
import { useKey } from "../../parts/keys";

const COLOURS = ["#2F6B4F", "#9A4A12", "#55588A", "#8A5200", "#14594A", "#7A2E5D", "#2B5F8A", "#6B5B1E"];

/** Labels put on by hand, or taken off, those of rules as well. */
export function LabelsPane({ id, has, close }: { id: number; has: string[]; close: () => void }) {
  const vocabulary = useVocabulary().data;
  const labelling = useLabelling();
  const making = useSaveThing();
  const [name, setName] = useState("");
  useKey("close", close);
  const known = vocabulary?.labels ?? [];
  const turn = (label: string) => labelling.mutate({ messages: [id], [has.includes(label) ? "remove" : "add"]: [label] });
  const make = (event: FormEvent) => {
    event.preventDefault();
    const fresh = name.trim();
    setName("");
    if (known.includes(fresh)) return turn(fresh);
    const colour = COLOURS[known.length % COLOURS.length]!;
    void making.mutateAsync({ kind: "labels", thing: { name: fresh, colour } }).then(
      () => labelling.mutate({ messages: [id], add: [fresh] }),
      () => undefined,
    ); // what went wrong stands below
  };
  return (
    <section className="make-rule" aria-label="Labels">
      <h2>Labels</h2>
      <div className="chips" role="group" aria-label="Labels of this message">
        {known.map((label, index) => (
          <button
            key={label}
            type="button"
            className="chip"
            autoFocus={index === 0}
            aria-pressed={has.includes(label)}
            onClick={() => turn(label)}
          >
            {label}
          </button>
        ))}
      </div>
      <form className="line" onSubmit={make}>
        <input
          className="slot-input"
          aria-label="A new label"
          placeholder="a new label"
          maxLength={100}
          autoFocus={known.length === 0}
          value={name}
          onChange={(event) => setName(event.target.value)}
        />
        <Button type="submit" disabled={!name.trim()}>
          Make it and put it on
        </Button>
      </form>
      {making.isError && (
        <p className="error-text" role="alert">
          {making.error.message}
        </p>
      )}
      <div className="make-foot">
        <Button onClick={close}>Close</Button>
        <span className="quiet">What you say here stands over what rules say.</span>
      </div>
    </section>
  );
}
