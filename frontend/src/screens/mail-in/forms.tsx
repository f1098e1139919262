import Button from "@mui/material/Button";
import LinearProgress from "@mui/material/LinearProgress";
import MenuItem from "@mui/material/MenuItem";
import TextField from "@mui/material/TextField";
import { useState, type FormEvent } from "react";
import { useStatus } from "../../api/moment";
import { useAddSource, useBringing } from "../../api/sources";
import { Check } from "../../parts/Check";
import { Fault } from "../../parts/Fault";
import { FileField } from "../../parts/FileField";
import ui from "../../parts/page.module.css";
import styles from "./sources.module.css";

export function AddSource({ done }: { done?: () => void }) {
  const [path, setPath] = useState("");
  const [account, setAccount] = useState<number | "">("");
  const accounts = useStatus().data?.accounts ?? [];
  const add = useAddSource();
  const submit = (event: FormEvent) => {
    event.preventDefault();
    add.mutate({ path, ...(account ? { account_id: account } : {}) }, { onSuccess: () => (setPath(""), done?.()) });
  };
  return (
    <form onSubmit={submit} className={styles.sourceForm}>
      <div className={styles.fields}>
        <TextField
          label="Folder on this machine"
          placeholder="/home/wren/Maildir"
          size="small"
          value={path}
          onChange={(event) => setPath(event.target.value)}
          required
          slotProps={{ inputLabel: { shrink: true } }}
        />
        {accounts.length > 1 && (
          <TextField
            select
            label="Account"
            size="small"
            value={account || accounts[0]!.id}
            onChange={(event) => setAccount(Number(event.target.value))}
          >
            {accounts.map(({ id, name }) => (
              <MenuItem key={id} value={id}>
                {name}
              </MenuItem>
            ))}
          </TextField>
        )}
        <Button type="submit" variant="contained" disabled={add.isPending}>
          Read this folder
        </Button>
      </div>
      <Fault of={add} />
      <p className={ui.quiet}>
        Any delivery agent may fill it; its subfolders are read too. What arrived more than two days ago comes in as history,
        cleared and silent. Sent, Drafts, Trash and Junk never come to the Front.
      </p>
    </form>
  );
}

export function BringFiles({ done }: { done?: () => void }) {
  const [asNew, setAsNew] = useState(false);
  const { take, said, busy } = useBringing();
  const choose = (files: File[]) => take(files, asNew).then(done);
  return (
    <div className={styles.sourceForm}>
      <div className={styles.fields}>
        <FileField label="Files of mail" several variant="contained" take={(files) => void choose(files)}>
          Choose .eml or mbox files
        </FileField>
        <Check label="treat old mail as arriving too" on={asNew} turn={setAsNew} />
      </div>
      {busy && (
        <div role="status">
          Taking in {busy} …
          <LinearProgress />
        </div>
      )}
      <ul className={styles.said} role="status">
        {said.map(({ message, failed }) => (
          <li key={message}>{failed ? <Fault of={message} /> : message}</li>
        ))}
      </ul>
      <p className={ui.quiet}>
        Or drop them anywhere on this window. A file brought in twice doubles nothing, and one that stopped half-way goes on.
      </p>
    </div>
  );
}
