import Button from "@mui/material/Button";
import { useRef, useState } from "react";
import { hear, type Parsed } from "../../../api/queries";

type Misread = NonNullable<Parsed["misread"]>;

const PLACE = "up-front-text-";

/** A rule or a view as text: read, and written. Both are the same. */
export function InWords({
  misreads,
  of = "rule",
  name,
  said,
  instead,
  write,
}: {
  of?: "rule" | "view";
  name: string;
  /** as the server says it now */
  said: string | null | undefined;
  /** what stands there while it cannot be said */
  instead: string;
  /** takes what was heard, without its name */
  write: (body: object) => void;
  /** whether what is written stands unread */
  misreads: (unread: boolean) => void;
}) {
  const [text, setText] = useState<string | undefined>(() => sessionStorage.getItem(PLACE + name) ?? undefined);
  const [misread, setMisread] = useState<Misread>();
  const [failed, setFailed] = useState("");
  const latest = useRef(0);
  const field = useRef<HTMLTextAreaElement>(null);
  const keep = (next: string | undefined) => {
    setText(next);
    if (next === undefined) sessionStorage.removeItem(PLACE + name);
    else sessionStorage.setItem(PLACE + name, next);
  };
  const type = (next: string) => {
    keep(next);
    const turn = ++latest.current;
    misreads(true); // until it is heard, what would be saved is not what is written
    hear(of)(next).then(
      (heard) => {
        if (turn !== latest.current) return; // a later reading is on its way
        setFailed("");
        setMisread(heard.misread);
        misreads(Boolean(heard.misread));
        if (heard.body) write(heard.body);
      },
      (problem: Error) => setFailed(problem.message),
    );
  };
  const leave = () => {
    latest.current += 1; // a reading that is on its way is nobody's any more
    keep(undefined);
    setMisread(undefined);
    misreads(false);
  };
  const point = () => {
    if (!misread || !field.current) return;
    field.current.focus();
    field.current.setSelectionRange(misread.from, misread.from + misread.length);
  };
  const mend = () => {
    if (!misread?.nearest || text === undefined) return;
    type(text.slice(0, misread.from) + misread.nearest + text.slice(misread.from + misread.length));
  };
  if (text === undefined)
    return (
      <section className="in-words" aria-label="In words">
        <header>
          <span>In label</span>
          <Button variant="text" disabled={!said} onClick={() => keep(said ?? "")}>
            Write it as text
          </Button>
        </header>
        <p>{said ?? instead}</p>
      </section>
    );
  return (
    <section className="in-words writing" aria-label="In words">
      <header>
        <label htmlFor="rule-text">As text</label>
        <Button variant="text" onClick={leave}>
          {misread ? "Leave the text" : "Back to the sentence"}
        </Button>
      </header>
      <textarea
        id="rule-text"
        ref={field}
        value={text}
        rows={Math.min(12, Math.max(4, Math.ceil(text.length / 68)))}
        spellCheck={false}
        aria-invalid={Boolean(misread)}
        aria-describedby="rule-text-said"
        onChange={(event) => type(event.target.value)}
      />
      <p id="rule-text-said" role="status" className={misread ? "in-place" : "quiet"}>
        {misread ? (
          <>
            Line {misread.line}: {misread.message}{" "}
            {misread.length > 0 && (
              <Button variant="text" onClick={point}>
                Show where
              </Button>
            )}
            {misread.nearest && (
              <Button variant="text" onClick={mend}>
                Put “{misread.nearest}” there
              </Button>
            )}
          </>
        ) : failed ? (
          failed
        ) : (
          "The sentence above follows what you write. Texts stand in quotes."
        )}
      </p>
    </section>
  );
}
