import Button from "@mui/material/Button";
import { useState } from "react";
import { useSource } from "../../api/messages";
import { Fault } from "../../parts/Fault";
import styles from "./source.module.css";

function Shown({ id }: { id: number }) {
  const source = useSource(id);
  return (
    <>
      {source.data && (
        <>
          <pre className={styles.source} tabIndex={0} aria-label="Headers">
            {source.data.headers}
          </pre>
          <pre className={styles.source} tabIndex={0} aria-label="What follows the headers">
            {source.data.body}
          </pre>
          {source.data.left > 0 && <p>{source.data.left.toLocaleString("en")} more bytes are in the file.</p>}
        </>
      )}
      <Fault of={source} />
    </>
  );
}

/** The message as it came, for whoever wants to see what is behind what is shown. */
export function Source({ id }: { id: number }) {
  const [open, setOpen] = useState(false);
  return (
    <section aria-label="Source" className={styles.pane}>
      <Button variant="text" aria-expanded={open} onClick={() => setOpen(!open)}>
        {open ? "Put the source away" : "Headers and source"}
      </Button>
      <a href={`/api/messages/${id}/raw`}>Save it as it came</a>
      {open && <Shown id={id} />}
    </section>
  );
}
