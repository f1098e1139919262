import Button from "@mui/material/Button";
import { useRemoveSource, useSources } from "../../api/queries";

type Source = NonNullable<ReturnType<typeof useSources>["data"]>["sources"][number];

export function SourceList({ sources }: { sources: Source[] }) {
  const remove = useRemoveSource();
  return (
    <ul className="source-list">
      {sources.map((source) => (
        <li key={source.id}>
          <div>
            <b>{source.path}</b>
            <p>
              Maildir of {source.account}, {source.messages.toLocaleString("en")} messages seen
            </p>
            {source.problem && <p className="error-text">{source.problem} What is there comes in as soon as it can be read.</p>}
          </div>
          <Button onClick={() => remove.mutate(source.id)} aria-label={`Stop reading ${source.path}`}>
            Stop reading
          </Button>
        </li>
      ))}
    </ul>
  );
}
