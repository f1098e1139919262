import type { FolderRole, FolderRoles } from "../../api/servers";
import { OneOf } from "../../parts/OneOf";
import rows from "../../parts/rows.module.css";
import styles from "./sources.module.css";

type Folder = {
  name: string;
  shown: string;
  use?: string | null;
  letters?: number | null;
  role: FolderRole;
  problem?: string | null;
};

const ROLES = [
  { value: "front", label: "comes to the Front" },
  { value: "kept", label: "to look things up" },
  { value: "out", label: "not read" },
] as const;
const USES: Record<string, string> = {
  all: "all mail",
  archive: "the archive",
  drafts: "drafts",
  flagged: "what is flagged",
  junk: "junk",
  sent: "what you sent",
  trash: "what you threw away",
};

/** What becomes of each folder of a mailbox. @param counts what the numbers of letters say */
export function FolderChoice({
  folders,
  chosen,
  choose,
  counts,
}: {
  folders: Folder[];
  chosen: FolderRoles;
  choose: (next: FolderRoles) => void;
  counts: (letters: string) => string;
}) {
  return (
    <ul className={`${rows.rows} ${styles.folders}`}>
      {folders.map((folder) => (
        <li key={folder.name}>
          <div>
            <b>{folder.shown}</b>
            <small>
              {[folder.use && USES[folder.use], typeof folder.letters === "number" && counts(folder.letters.toLocaleString("en"))]
                .filter(Boolean)
                .join(", ")}
            </small>
            {folder.problem && <p>{folder.problem}</p>}
          </div>
          <OneOf
            label={`What becomes of ${folder.shown}`}
            value={chosen[folder.name] ?? folder.role}
            choices={ROLES}
            change={(role) => choose({ ...chosen, [folder.name]: role })}
          />
        </li>
      ))}
    </ul>
  );
}
