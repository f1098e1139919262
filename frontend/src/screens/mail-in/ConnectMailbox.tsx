import Button from "@mui/material/Button";
import MenuItem from "@mui/material/MenuItem";
import TextField from "@mui/material/TextField";
import { useState } from "react";
import { useStatus } from "../../api/moment";
import { useConnectServer, useTryServer, useUsualServer, type FolderRoles } from "../../api/servers";
import { Fault } from "../../parts/Fault";
import forms from "../../parts/forms.module.css";
import ui from "../../parts/page.module.css";
import { AccessFields, FRESH, given, isWhole, type Access } from "./AccessFields";
import { Distrust } from "./Distrust";
import { FolderChoice } from "./FolderChoice";
import { ReadingChoice } from "./ReadingChoice";

export const PORTS = { tls: 993, starttls: 143, none: 143 };

/** Connects a mailbox on a server: tried first, then what becomes of its folders. */
export function ConnectMailbox({ close, done }: { close: () => void; done: () => void }) {
  const accounts = useStatus().data?.accounts ?? [];
  const [account, setAccount] = useState<number>();
  const [address, setAddress] = useState("");
  const [access, setAccess] = useState(FRESH);
  const [fingerprint, setFingerprint] = useState<string | null>(null);
  const [folders, setFolders] = useState<FolderRoles>({});
  const [days, setDays] = useState<number | null>(90);
  const [marks, setMarks] = useState(false);
  const usual = useUsualServer();
  const attempt = useTryServer();
  const connect = useConnectServer();
  const change = (next: Access) => {
    attempt.reset();
    connect.reset();
    if (next.host !== access.host) setFingerprint(null);
    setAccess(next);
  };
  const server = { ...given(access), user: access.user.trim() || address.trim(), fingerprint };
  const ready = isWhole(access) && server.user !== "" && access.password !== undefined;
  const ask = () =>
    usual.mutate(address.trim(), {
      onSuccess: ({ server: found }) =>
        found && change({ ...access, host: found.host, security: found.security, port: String(found.port) }),
    });
  const trust = (seen: string) => {
    setFingerprint(seen);
    connect.reset();
    attempt.mutate({ ...server, fingerprint: seen });
  };
  const found = attempt.data;
  const read = () =>
    connect.mutate(
      { ...server, folders, days, write_back: marks, ...(account ? { account_id: account } : {}) },
      { onSuccess: done },
    );
  return (
    <form
      className={forms.thingForm}
      onSubmit={(event) => {
        event.preventDefault();
        if (found) read();
        else attempt.mutate(server);
      }}
    >
      <TextField
        size="small"
        label="Your address there"
        value={address}
        autoFocus
        autoComplete="off"
        onChange={({ target }) => (usual.reset(), setAddress(target.value))}
      />
      {accounts.length > 1 && (
        <TextField
          select
          size="small"
          label="Account"
          value={account ?? accounts[0]!.id}
          onChange={({ target }) => setAccount(Number(target.value))}
        >
          {accounts.map(({ id, name }) => (
            <MenuItem key={id} value={id}>
              {name}
            </MenuItem>
          ))}
        </TextField>
      )}
      <div className={ui.rowOf}>
        <Button disabled={usual.isPending || !address.includes("@")} onClick={ask}>
          Look for its server
        </Button>
        <span role="status" className={ui.quiet}>
          {usual.isPending
            ? "Asking the usual names …"
            : (usual.data?.message ?? "This asks the usual names of the address’s domain, and tells nobody who you are.")}
        </span>
      </div>
      <Fault of={usual} />
      <AccessFields
        access={access}
        change={change}
        ports={PORTS}
        kept={false}
        user="Name for signing in; your address where it is left empty"
      />
      {!found && (
        <div className={ui.rowOf}>
          <Button type="submit" variant="contained" disabled={attempt.isPending || !ready}>
            Try it
          </Button>
          <Button onClick={close}>Not now</Button>
          <span role="status">
            {attempt.isPending ? "Looking at the mailbox …" : "Nothing is kept before you have seen what is there."}
          </span>
        </div>
      )}
      <Distrust of={attempt} trust={trust} />
      {found && (
        <>
          <p role="status">
            It answers: “{found.greeting}”{" "}
            {found.capabilities.includes("IDLE")
              ? "It tells of new mail at once"
              : "It has to be asked for new mail, once a minute"}
            {found.capabilities.includes("QRESYNC") || found.capabilities.includes("CONDSTORE")
              ? ", and of what changes there."
              : "; what changes there is found by comparing."}
          </p>
          <details>
            <summary>What it says it can do</summary>
            <p className={ui.quiet}>{found.capabilities.join(", ")}</p>
          </details>
          <FolderChoice folders={found.folders} chosen={folders} choose={setFolders} counts={(letters) => `${letters} there`} />
          <ReadingChoice days={days} setDays={setDays} marks={marks} setMarks={setMarks} />
          <div className={ui.rowOf}>
            <Button type="submit" variant="contained" disabled={connect.isPending}>
              Read this mailbox
            </Button>
            <Button onClick={close}>Not now</Button>
            <span className={ui.quiet}>
              {marks
                ? "There it is only looked at, and marked read or flagged as you mark it here."
                : "There it is only looked at: nothing is moved, marked or removed."}
            </span>
          </div>
        </>
      )}
      <Distrust of={connect} trust={trust} />
    </form>
  );
}
