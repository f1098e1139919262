import Button from "@mui/material/Button";
import LinearProgress from "@mui/material/LinearProgress";
import { useState } from "react";
import { useChangeServer, useRetryServer, type FolderRoles, type ServerRead } from "../../api/servers";
import { Fault } from "../../parts/Fault";
import forms from "../../parts/forms.module.css";
import ui from "../../parts/page.module.css";
import { AccessFields, accessOf, given, isWhole } from "./AccessFields";
import { PORTS } from "./ConnectMailbox";
import { Distrust } from "./Distrust";
import { FolderChoice } from "./FolderChoice";
import { ReadingChoice } from "./ReadingChoice";
import styles from "./sources.module.css";
import type { Source } from "./SourceList";
import { StopReading } from "./StopReading";

/** A mailbox on a server: how it stands with it, and how it is read. */
export function MailboxRow({ source, server }: { source: Source; server: ServerRead }) {
  const [open, setOpen] = useState(false);
  const [stopping, setStopping] = useState(false);
  const change = useChangeServer(source.id);
  const retry = useRetryServer();
  return (
    <li className={styles.mailbox}>
      <div className={styles.told}>
        <div>
          <b>{source.path}</b>
          <p>
            Mailbox of {source.account}, {source.messages.toLocaleString("en")} messages from it. {server.line}
          </p>
          {source.problem && <Fault of={source.since ? `Since ${source.since}: ${source.problem}` : source.problem} />}
        </div>
        {!server.leaving && (
          <div className={ui.rowOf}>
            {source.problem && <Button onClick={() => retry.mutate(source.id)}>Try it again now</Button>}
            <Button onClick={() => change.mutate({ paused: !server.paused })} disabled={change.isPending}>
              {server.paused ? "Read on" : "Pause"}
            </Button>
            <Button aria-expanded={open} onClick={() => setOpen(!open)}>
              {server.asks ? "Give the password …" : "Change …"}
            </Button>
            <Button onClick={() => setStopping(true)} aria-label={`Stop reading ${source.path}`}>
              Stop reading …
            </Button>
          </div>
        )}
      </div>
      {server.reading && (
        <div className={styles.reading}>
          <p>{server.reading.words}</p>
          <LinearProgress variant="determinate" value={server.reading.done * 100} aria-label={`Reading ${source.path}`} />
        </div>
      )}
      {open && <Changing source={source} server={server} change={change} done={() => setOpen(false)} />}
      {stopping && <StopReading source={source} close={() => setStopping(false)} />}
    </li>
  );
}

function Changing({
  source,
  server,
  change,
  done,
}: {
  source: Source;
  server: ServerRead;
  change: ReturnType<typeof useChangeServer>;
  done: () => void;
}) {
  const before = accessOf(server);
  const [access, setAccess] = useState(before);
  const [fingerprint, setFingerprint] = useState(server.fingerprint ?? null);
  const [folders, setFolders] = useState<FolderRoles>({});
  const [days, setDays] = useState(server.days ?? null);
  const [marks, setMarks] = useState(server.write_back);
  const same = JSON.stringify(given(access)) === JSON.stringify(given(before)) && fingerprint === (server.fingerprint ?? null);
  const save = (seen = fingerprint) => {
    const { port, ...rest } = given(access);
    change.mutate(
      {
        ...(same && seen === fingerprint ? {} : { ...rest, port: port ?? PORTS[access.security], fingerprint: seen }),
        ...(Object.keys(folders).length > 0 ? { folders } : {}),
        ...(days === (server.days ?? null) ? {} : { days }),
        ...(marks === server.write_back ? {} : { write_back: marks }),
      },
      { onSuccess: done },
    );
  };
  const nothing = same && Object.keys(folders).length === 0 && days === (server.days ?? null) && marks === server.write_back;
  const fields = (
    <AccessFields access={access} change={setAccess} ports={PORTS} kept user="Name for signing in" focus={server.asks} />
  );
  return (
    <form
      className={forms.thingForm}
      aria-label={`How ${source.path} is read`}
      onSubmit={(event) => (event.preventDefault(), save())}
    >
      {server.asks && fields}
      <FolderChoice
        folders={server.folders}
        chosen={folders}
        choose={setFolders}
        counts={(letters) => `${letters} of them here`}
      />
      <ReadingChoice days={days} setDays={setDays} marks={marks} setMarks={setMarks} />
      {!server.asks && fields}
      {fingerprint && (
        <p className={ui.quiet}>
          One certificate alone is trusted: <code className={styles.print}>{fingerprint}</code>{" "}
          <Button variant="text" onClick={() => setFingerprint(null)}>
            Trust no certificate of its own
          </Button>
        </p>
      )}
      <div className={ui.rowOf}>
        <Button type="submit" variant="contained" disabled={change.isPending || nothing || !isWhole(access)}>
          Save
        </Button>
        <Button onClick={done}>Leave it as it is</Button>
        <span role="status">{change.isPending ? "Looking at the mailbox …" : ""}</span>
      </div>
      <Distrust of={change} trust={(seen) => (setFingerprint(seen), save(seen))} />
    </form>
  );
}
