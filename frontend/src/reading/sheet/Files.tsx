import Button from "@mui/material/Button";
import { useState } from "react";
import type { Sheet } from "../../api/client";
import styles from "./letter.module.css";

type File = Sheet["attachments"][number];

function Looked({ file }: { file: File }) {
  const path = `${file.path}?view=true`;
  return file.view === "picture" ? (
    <img className={styles.looked} src={path} alt={file.name} />
  ) : (
    <iframe className={styles.lookedPage} title={file.name} src={path} {...(file.view === "text" ? { sandbox: "" } : {})} />
  );
}

/** The files of a message: looked at here, saved one by one, or all in one. */
export function Files({ sheet }: { sheet: Sheet }) {
  const [open, setOpen] = useState<string>();
  const files = sheet.attachments;
  if (files.length === 0) return null;
  return (
    <section className={styles.files} aria-label="Files">
      <ul aria-label="Attachments">
        {files.map((file) => (
          <li key={file.path}>
            <a href={file.path} download={file.name} title={`Save ${file.name}`}>
              {file.name}
            </a>{" "}
            <span>{file.size}</span>
            {file.view && (
              <Button
                variant="text"
                aria-expanded={open === file.path}
                aria-label={`${open === file.path ? "Put away" : "Look at it"}: ${file.name}`}
                onClick={() => setOpen(open === file.path ? undefined : file.path)}
              >
                {open === file.path ? "Put away" : "Look at it"}
              </Button>
            )}
            {open === file.path && <Looked file={file} />}
          </li>
        ))}
      </ul>
      {files.length > 1 && (
        <a href={`/api/messages/${sheet.id}/files`} download>
          Save all {files.length} in one (.zip)
        </a>
      )}
    </section>
  );
}
