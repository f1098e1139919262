import Button from "@mui/material/Button";
import Dialog from "@mui/material/Dialog";
import TextField from "@mui/material/TextField";
import { useState, type FormEvent } from "react";
import { useSaveThing } from "../api/rulebook";
import { Fault } from "../parts/Fault";
import forms from "../parts/forms.module.css";
import ui from "../parts/page.module.css";

/** A group of people, made where it is needed. */
export function GroupDialog({ members, close, made }: { members: string[]; close: () => void; made: (name: string) => void }) {
  const [name, setName] = useState("");
  const [lines, setLines] = useState(members.join("\n"));
  const save = useSaveThing();
  const submit = (event: FormEvent) => {
    event.preventDefault();
    const given = lines.split(/[\s,;]+/).filter(Boolean);
    save.mutate(
      { kind: "groups", thing: { name, members: given } },
      {
        onSuccess: () => {
          made(name.trim());
          close();
        },
      },
    );
  };
  return (
    <Dialog open onClose={close} aria-labelledby="group-title">
      <form className={forms.smallForm} onSubmit={submit}>
        <h2 id="group-title">A group of people</h2>
        <TextField
          label="Name of the group"
          size="small"
          required
          autoFocus
          value={name}
          onChange={(event) => setName(event.target.value)}
        />
        <TextField
          label="Members"
          size="small"
          multiline
          minRows={3}
          value={lines}
          onChange={(event) => setLines(event.target.value)}
          helperText="Addresses, or @domain for everyone there; one a line"
        />
        <Fault of={save} />
        <div className={ui.rowOf}>
          <Button type="submit" variant="contained" disabled={save.isPending}>
            Make the group
          </Button>
          <Button onClick={close}>Cancel</Button>
        </div>
      </form>
    </Dialog>
  );
}
