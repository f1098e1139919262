import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import { useState } from "react";
import { useSaveMailServer, useTryMailServer, type MailOut, type MailServer } from "../../api/outgoing";
import { Fault } from "../../parts/Fault";
import forms from "../../parts/forms.module.css";
import { OneOf } from "../../parts/OneOf";
import ui from "../../parts/page.module.css";

type Account = MailOut["accounts"][number];
const SECURITY = [
  { value: "tls", label: "TLS from the first byte" },
  { value: "starttls", label: "STARTTLS" },
  { value: "none", label: "none, on this machine" },
] as const;
const PORTS = { tls: 465, starttls: 587, none: 25 };
const FRESH: MailServer = { host: "", security: "tls", user: "", signature: "" };

/** The server of one account; what is left of the password stays as it is. */
export function ServerForm({ account }: { account: Account }) {
  const there = account.server;
  const [given, setGiven] = useState<MailServer>(
    there
      ? {
          host: there.host,
          security: there.security,
          port: there.port,
          user: there.user,
          ca_file: there.ca_file,
          signature: there.signature,
        }
      : FRESH,
  );
  const save = useSaveMailServer();
  const attempt = useTryMailServer();
  const set = (part: Partial<MailServer>) => {
    attempt.reset();
    setGiven({ ...given, ...part });
  };
  const [port, setPort] = useState(there ? String(there.port) : "");
  const fits = port === "" || (/^\d{1,5}$/.test(port) && Number(port) >= 1 && Number(port) <= 65_535);
  const server = { ...given, user: given.user ?? "", port: port === "" ? null : Number(port) };
  const ready = fits && given.host.trim() !== "";
  const field = (label: string, name: "host" | "user" | "ca_file" | "signature", more?: object) => (
    <TextField
      size="small"
      label={label}
      value={given[name] ?? ""}
      onChange={({ target }) => set({ [name]: target.value })}
      {...more}
    />
  );
  return (
    <div className={forms.thingForm}>
      {field("Server, such as mail.provider.example", "host")}
      <OneOf label="Security" value={given.security} choices={SECURITY} change={(security) => set({ security })} />
      <TextField
        size="small"
        label={`Port; ${PORTS[given.security]} where it is left empty`}
        value={port}
        error={!fits}
        helperText={fits ? undefined : "A port is a number from 1 to 65535."}
        onChange={({ target }) => {
          attempt.reset();
          setPort(target.value.trim());
        }}
      />
      {field("Name for signing in; empty where none is wanted", "user")}
      <TextField
        size="small"
        type="password"
        autoComplete="off"
        label={there?.password ? "Password; leave it empty to keep the one that is there" : "Password"}
        value={given.password ?? ""}
        onChange={({ target }) => set({ password: target.value === "" ? undefined : target.value })}
      />
      {field("A certificate authority of its own (a file on this machine), if any", "ca_file")}
      {field("Signature under what you write", "signature", { multiline: true, minRows: 2 })}
      <div className={ui.rowOf}>
        <Button
          variant="contained"
          disabled={save.isPending || !ready}
          onClick={() => save.mutate({ account: account.id, server })}
        >
          Save
        </Button>
        <Button disabled={attempt.isPending || !ready} onClick={() => attempt.mutate({ account: account.id, server })}>
          Try it
        </Button>
        <span role="status">{attempt.isPending ? "Asking the server …" : attempt.data?.message}</span>
      </div>
      <Fault of={attempt} />
      <Fault of={save} />
    </div>
  );
}
