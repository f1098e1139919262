import Button from "@mui/material/Button";
import { useRemoveSource, useSources } from "../../api/sources";
import { Fault } from "../../parts/Fault";
import styles from "./sources.module.css";

type Source = NonNullable<ReturnType<typeof useSources>["data"]>["sources"][number];

export function SourceList({ sources }: { sources: Source[] }) {
  const remove = useRemoveSource();
  return (
    <ul className={styles.sourceList}>
      {sources.map((source) => (
        <li key={source.id}>
          <div>
            <b>{source.path}</b>
            <p>
              Maildir of {source.account}, {source.messages.toLocaleString("en")} messages seen
            </p>
            {source.problem && <Fault of={source.since ? `Since ${source.since}: ${source.problem}` : source.problem} />}
          </div>
          <Button onClick={() => remove.mutate(source.id)} aria-label={`Stop reading ${source.path}`}>
            Stop reading
          </Button>
        </li>
      ))}
    </ul>
  );
}
