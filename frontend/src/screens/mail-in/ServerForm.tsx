import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import { useState } from "react";
import { useSaveMailServer, useTryMailServer, type MailOut } from "../../api/outgoing";
import { Fault } from "../../parts/Fault";
import forms from "../../parts/forms.module.css";
import ui from "../../parts/page.module.css";
import { AccessFields, accessOf, FRESH, given, isWhole } from "./AccessFields";

type Account = MailOut["accounts"][number];
const PORTS = { tls: 465, starttls: 587, none: 25 };

/** The server of one account; what is left of the password stays as it is. */
export function ServerForm({ account }: { account: Account }) {
  const there = account.server;
  const [access, setAccess] = useState(there ? accessOf(there) : FRESH);
  const [signature, setSignature] = useState(there?.signature ?? "");
  const save = useSaveMailServer();
  const attempt = useTryMailServer();
  const change = (next: typeof access) => {
    attempt.reset();
    setAccess(next);
  };
  const server = { ...given(access), signature };
  const ready = isWhole(access);
  return (
    <div className={forms.thingForm}>
      <AccessFields
        access={access}
        change={change}
        ports={PORTS}
        kept={there?.password ?? false}
        user="Name for signing in; empty where none is wanted"
      />
      <TextField
        size="small"
        label="Signature under what you write"
        value={signature}
        multiline
        minRows={2}
        onChange={({ target }) => setSignature(target.value)}
      />
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
