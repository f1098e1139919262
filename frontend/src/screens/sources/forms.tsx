import Button from "@mui/material/Button";
import Checkbox from "@mui/material/Checkbox";
import FormControlLabel from "@mui/material/FormControlLabel";
import LinearProgress from "@mui/material/LinearProgress";
import MenuItem from "@mui/material/MenuItem";
import TextField from "@mui/material/TextField";
import { useRef, useState, type FormEvent } from "react";
import { useAddSource, useImport, useStatus } from "../../api/queries";

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
    <form onSubmit={submit} className="source-form">
      <div className="fields">
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
      {add.isError && (
        <p className="error-text" role="alert">
          {add.error.message}
        </p>
      )}
      <p className="quiet">
        Any delivery agent may fill it; its subfolders are read too. What arrived more than two days ago comes in as history,
        cleared and silent. Sent, Drafts, Trash and Junk never come to the Front.
      </p>
    </form>
  );
}

export function BringFiles({ done }: { done?: () => void }) {
  const [asNew, setAsNew] = useState(false);
  const input = useRef<HTMLInputElement>(null);
  const [said, setSaid] = useState<{ message: string; failed: boolean }[]>([]);
  const [busy, setBusy] = useState<string>();
  const bring = useImport();
  const choose = async (files: FileList | null) => {
    setSaid([]);
    for (const file of Array.from(files ?? [])) {
      setBusy(file.name);
      const message = await bring.mutateAsync({ file, asNew }).then(
        (result) => ({ message: result.message, failed: false }),
        (problem: Error) => ({ message: problem.message, failed: true }),
      );
      setSaid((before) => [...before, message]);
    }
    setBusy(undefined);
    done?.();
  };
  return (
    <div className="source-form">
      <div className="fields">
        <Button variant="contained" onClick={() => input.current?.click()}>
          Choose .eml or mbox files
        </Button>
        <input
          ref={input}
          className="unseen"
          type="file"
          multiple
          tabIndex={-1}
          onChange={(event) => void choose(event.target.files)}
          aria-label="Files of mail"
        />
        <FormControlLabel
          control={<Checkbox size="small" checked={asNew} onChange={(_, on) => setAsNew(on)} />}
          label="treat old mail as arriving too"
        />
      </div>
      {busy && (
        <div role="status">
          Taking in {busy} …
          <LinearProgress />
        </div>
      )}
      <ul className="said" role="status">
        {said.map(({ message, failed }) => (
          <li key={message} className={failed ? "error-text" : ""}>
            {message}
          </li>
        ))}
      </ul>
      <p className="quiet">
        Or drop them anywhere on this window. A file brought in twice doubles nothing, and one that stopped half-way goes on.
      </p>
    </div>
  );
}
