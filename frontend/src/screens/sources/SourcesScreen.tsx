import { useSources } from "../../api/queries";
import { AddSource, BringFiles } from "./forms";
import { SourceList } from "./SourceList";
import "./sources.css";

/** Where mail comes from, and bringing in what one has. */
export function SourcesScreen() {
  const sources = useSources();
  const data = sources.data;
  return (
    <div className="screen">
      <main className="list sources">
        {data && (
          <>
            <h1 className="lead">{data.lead}</h1>
            <p className="sub">
              {data.messages.toLocaleString("en")} messages are here. Up Front only reads: nothing in a folder is moved, marked or
              removed.
            </p>
            <SourceList sources={data.sources} />
            <div className="band">
              <h2>Read a Maildir</h2>
            </div>
            <AddSource />
            <div className="band">
              <h2>Bring in files</h2>
            </div>
            <BringFiles />
            {data.imports.length > 0 && (
              <p className="quiet">Brought in before: {data.imports.map(({ name, at }) => `${name} (${at})`).join(", ")}.</p>
            )}
          </>
        )}
        {sources.isError && !data && <p className="error-text">{sources.error.message}</p>}
      </main>
    </div>
  );
}
