import Button from "@mui/material/Button";
import { useRemoveSource, useSources } from "../../api/sources";
import { Fault } from "../../parts/Fault";
import { MailboxRow } from "./MailboxRow";
import styles from "./sources.module.css";

export type Source = NonNullable<ReturnType<typeof useSources>["data"]>["sources"][number];

export function SourceList({ sources }: { sources: Source[] }) {
  const remove = useRemoveSource();
  return (
    <ul className={styles.sourceList}>
      {sources.map((source) =>
        source.server ? (
          <MailboxRow key={source.id} source={source} server={source.server} />
        ) : (
          <li key={source.id}>
            <div className={styles.told}>
              <div>
                <b>{source.path}</b>
                <p>
                  Maildir of {source.account}, {source.messages.toLocaleString("en")} messages seen
                </p>
                {source.problem && <Fault of={source.since ? `Since ${source.since}: ${source.problem}` : source.problem} />}
              </div>
              <Button onClick={() => remove.mutate({ id: source.id })} aria-label={`Stop reading ${source.path}`}>
                Stop reading
              </Button>
            </div>
          </li>
        ),
      )}
    </ul>
  );
}
