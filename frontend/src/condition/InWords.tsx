import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import { useRef, useState } from "react";
import { readText, type Parsed } from "../api/language";
import ui from "../parts/page.module.css";
import styles from "./in-words.module.css";

type Misread = NonNullable<Parsed["misread"]>;

/** A rule, a view or a promise as text: read, and written. Both are the same. */
export function InWords({
  misreads,
  of = "rule",
  text,
  keep,
  said,
  instead,
  write,
}: {
  of?: "rule" | "view" | "promise";
  /** what is being written; nothing while it is only read */
  text: string | undefined;
  keep: (text: string | undefined) => void;
  /** as the server says it now */
  said: string | null | undefined;
  /** what stands there while it cannot be said */
  instead: string;
  /** takes what was heard, without its name */
  write: (body: object) => void;
  /** whether what is written stands unread */
  misreads: (unread: boolean) => void;
}) {
  const [misread, setMisread] = useState<Misread>();
  const [failed, setFailed] = useState("");
  const latest = useRef(0);
  const field = useRef<HTMLTextAreaElement>(null);
  const type = (next: string) => {
    keep(next);
    const turn = ++latest.current;
    misreads(true); // until it is heard, what would be saved is not what is written
    readText(next, of).then(
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
      <section className={styles.inWords} aria-label="In words">
        <header>
          <span>In words</span>
          <Button variant="text" disabled={!said} onClick={() => keep(said ?? "")}>
            Write it as text
          </Button>
        </header>
        <p>{said ?? instead}</p>
      </section>
    );
  return (
    <section className={styles.inWords} aria-label="In words">
      <header>
        <label htmlFor="rule-text">As text</label>
        <Button variant="text" onClick={leave}>
          {misread ? "Leave the text" : "Back to the sentence"}
        </Button>
      </header>
      <TextField
        id="rule-text"
        inputRef={field}
        multiline
        fullWidth
        minRows={4}
        maxRows={12}
        value={text}
        error={Boolean(misread)}
        onChange={(event) => type(event.target.value)}
        slotProps={{ htmlInput: { spellCheck: false, "aria-describedby": "rule-text-said" } }}
      />
      <p id="rule-text-said" role="status" className={misread ? ui.inPlace : ui.quiet}>
        {misread ? (
          <>
            Line {misread.line}: {misread.message}{" "}
            {misread.length > 0 && (
              <Button variant="text" onClick={point}>
                Show where
              </Button>
            )}
            {misread.repairs.map((repair) => (
              <Button key={repair.text} variant="text" onClick={() => type(repair.text)}>
                Write {repair.label}
              </Button>
            ))}
            {misread.repairs.length === 0 && misread.nearest && (
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
