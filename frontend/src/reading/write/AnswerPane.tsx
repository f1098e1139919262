import { useEffect, useRef, useState } from "react";
import { beginDraft, useDropDraft, type Draft, type DraftKind } from "../../api/outgoing";
import { Fault } from "../../parts/Fault";
import ui from "../../parts/page.module.css";
import { Composer } from "./Composer";
import styles from "./write.module.css";

/** An answer to the message that is read, or the message handed on, below it. */
export function AnswerPane({ id, kind, close }: { id: number; kind: DraftKind; close: () => void }) {
  const [draft, setDraft] = useState<Draft>();
  const [problem, setProblem] = useState<Error>();
  const drop = useDropDraft(true);
  const begun = useRef(false);
  useEffect(() => {
    if (begun.current) return;
    begun.current = true;
    beginDraft(kind, id).then(setDraft, setProblem);
  }, [id, kind]);
  /** One in which nothing was written is no draft. */
  const leave = (touched: boolean) => {
    if (draft && !touched) drop.mutate(draft.id);
    close();
  };
  return (
    <div className={styles.pane}>
      {draft ? (
        <Composer draft={draft} close={(touched) => leave(touched)} gone={close} />
      ) : problem ? (
        <Fault of={problem.message} />
      ) : (
        <p className={ui.quiet}>Opening …</p>
      )}
    </div>
  );
}
