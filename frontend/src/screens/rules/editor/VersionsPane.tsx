import Button from "@mui/material/Button";
import type { RuleBody } from "../../../api/client";
import { useRuleHistory } from "../../../api/queries";

/** A rule's former versions, with what changed, and a way back: into the editor, where it can be tried before it is saved. */
export function VersionsPane({ id, take, close }: { id: number; take: (body: RuleBody) => void; close: () => void }) {
  const history = useRuleHistory(id);
  return (
    <aside className="sheet try" aria-label="Former versions">
      <div className="sheet-scroll">
        <h2>Former versions</h2>
        <p className="sub">Taking one puts it into the editor, to be tried. It holds once you save it.</p>
        <ol className="versions">
          {history.data?.versions.map((version, index) => (
            <li key={`${version.version}-${index}`}>
              <header>
                <b>{version.at}</b> {version.act}
                {version.changed.length > 0 && `: ${version.changed.join(", ")}`}
                {index === 0 ? (
                  <span className="pill low">now</span>
                ) : (
                  <Button variant="text" onClick={() => take(version.body)}>
                    Take this one
                  </Button>
                )}
              </header>
              <p>
                <b>{version.name}</b> {version.sentence}
              </p>
            </li>
          ))}
        </ol>
        {history.isError && <p className="error-text">{history.error.message}</p>}
      </div>
      <div className="sheet-foot">
        <Button onClick={close}>Close</Button>
      </div>
    </aside>
  );
}
