import Button from "@mui/material/Button";
import type { RuleBody } from "../../../api/client";
import { useRuleHistory } from "../../../api/rules";
import { Fault } from "../../../parts/Fault";
import ui from "../../../parts/page.module.css";
import { Pill } from "../../../parts/Pill";
import styles from "./versions.module.css";

/** A rule's former versions, with what changed, and a way back: into the editor, where it can be tried before it is saved. */
export function VersionsPane({ id, take, close }: { id: number; take: (body: RuleBody) => void; close: () => void }) {
  const history = useRuleHistory(id);
  return (
    <aside className={`${ui.sheet} ${ui.try}`} aria-label="Former versions">
      <div className={ui.sheetScroll}>
        <h2>Former versions</h2>
        <p className={ui.sub}>Taking one puts it into the editor, to be tried. It holds once you save it.</p>
        <ol className={styles.versions}>
          {history.data?.versions.map((version, index) => (
            <li key={`${version.version}-${index}`}>
              <header>
                <b>{version.at}</b> {version.act}
                {version.changed.length > 0 && `: ${version.changed.join(", ")}`}
                {index === 0 ? (
                  <Pill kind="low">now</Pill>
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
        <Fault of={history} />
      </div>
      <div className={ui.sheetFoot}>
        <Button onClick={close}>Close</Button>
      </div>
    </aside>
  );
}
