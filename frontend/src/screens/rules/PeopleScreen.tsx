import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import { useEffect, useState, type FormEvent } from "react";
import type { Things } from "../../api/client";
import { useDeleteThing, useSaveThing, useThings, type Kind } from "../../api/rulebook";
import { MARKS } from "../../look/colours";
import { BeforeSaving } from "../../rule/BeforeSaving";
import { CardPicker } from "../../parts/CardPicker";
import { Colour } from "../../parts/Colour";
import { Fault } from "../../parts/Fault";
import forms from "../../parts/forms.module.css";
import ui from "../../parts/page.module.css";
import { LabelPill } from "../../parts/Pill";
import { StillHere } from "../../parts/StillHere";
import { useUnsaved } from "../../parts/useUnsaved";
import { RulesNav } from "./RulesNav";

type Group = Things["groups"][number];
type Label = Things["labels"][number];

const usedBy = (rules: string[]) => (rules.length === 0 ? "no rule names it" : `named by ${rules.join(", ")}`);

/** A line each; what stands on one is read as people are written. */
const membersOf = (lines: string) => lines.split("\n").filter((line) => line.trim() !== "");

/** @param done told the name of what was saved */
function GroupForm({ group, done }: { group?: Group; done: (name?: string) => void }) {
  const unsaved = useUnsaved<{ name: string; lines: string }>(`group-${group?.name ?? "new"}`);
  const was = group?.name;
  const { name, lines } = unsaved.written ?? { name: group?.name ?? "", lines: group?.members.join("\n") ?? "" };
  const setName = (next: string) => unsaved.put({ name: next, lines });
  const setLines = (next: string) => unsaved.put({ name, lines: next });
  const save = useSaveThing();
  const over = () => {
    unsaved.put(undefined);
    done(name.trim());
  };
  const leave = () => {
    unsaved.put(undefined);
    done(was);
  };
  const submit = (event: FormEvent) => {
    event.preventDefault();
    save.mutate({ kind: "groups", was: group?.name, thing: { name, members: membersOf(lines) } }, { onSuccess: over });
  };
  return (
    <form className={forms.thingForm} onSubmit={submit}>
      {unsaved.found && <StillHere letGo={() => unsaved.put(undefined)} />}
      <TextField label="Name" size="small" required autoFocus value={name} onChange={(event) => setName(event.target.value)} />
      <TextField
        label="Members"
        size="small"
        multiline
        minRows={3}
        maxRows={10}
        value={lines}
        onChange={(event) => setLines(event.target.value)}
        helperText="As you paste them: addresses with or without names, known names, anyone at b.example"
      />
      {group && (
        <BeforeSaving given={{ thing: { kind: "groups", was: group.name, thing: { name, members: membersOf(lines) } } }} />
      )}
      <CardPicker add={(emails) => setLines([lines.trim(), ...emails].filter(Boolean).join("\n"))} />
      <Fault of={save} />
      <Foot saving={save.isPending} done={leave} />
    </form>
  );
}

function LabelForm({ label, done }: { label?: Label; done: (name?: string) => void }) {
  const unsaved = useUnsaved<{ name: string; colour: string }>(`label-${label?.name ?? "new"}`);
  const was = label?.name;
  const { name, colour } = unsaved.written ?? { name: label?.name ?? "", colour: label?.colour ?? MARKS[0]! };
  const setName = (next: string) => unsaved.put({ name: next, colour });
  const setColour = (next: string) => unsaved.put({ name, colour: next });
  const save = useSaveThing();
  const over = () => {
    unsaved.put(undefined);
    done(name.trim());
  };
  const leave = () => {
    unsaved.put(undefined);
    done(was);
  };
  const submit = (event: FormEvent) => {
    event.preventDefault();
    save.mutate({ kind: "labels", was: label?.name, thing: { name, colour } }, { onSuccess: over });
  };
  return (
    <form className={forms.thingForm} onSubmit={submit}>
      {unsaved.found && <StillHere letGo={() => unsaved.put(undefined)} />}
      <TextField label="Name" size="small" required autoFocus value={name} onChange={(event) => setName(event.target.value)} />
      <div className={ui.rowOf}>
        Colour <Colour label="Colour" value={colour} change={setColour} />
        <LabelPill colour={colour}>{name || "as it looks"}</LabelPill>
      </div>
      <Fault of={save} />
      <Foot saving={save.isPending} done={leave} />
    </form>
  );
}

function Foot({ saving, done }: { saving: boolean; done: () => void }) {
  return (
    <div className={ui.rowOf}>
      <Button type="submit" variant="contained" disabled={saving}>
        Save
      </Button>
      <Button onClick={done}>Cancel</Button>
    </div>
  );
}

function Acts({ kind, name, rules, edit }: { kind: Kind; name: string; rules: string[]; edit: () => void }) {
  const remove = useDeleteThing();
  return (
    <span className={ui.rowOf}>
      <Button variant="text" data-thing={`${kind} ${name}`} onClick={edit} aria-label={`Change the ${kind.slice(0, -1)} ${name}`}>
        Change
      </Button>
      {rules.length > 0 && <span className={ui.quiet}>Take it out of its rules to delete it.</span>}
      <Button
        variant="text"
        disabled={rules.length > 0}
        onClick={() => remove.mutate({ kind, name })}
        aria-label={`Delete the ${kind.slice(0, -1)} ${name}`}
      >
        Delete
      </Button>
    </span>
  );
}

/** Groups of people and labels, which rules name. */
export function PeopleScreen() {
  const things = useThings();
  const [open, setOpen] = useState<string>();
  const [made, setMade] = useState<string>(); // gets the focus once it stands there
  const close = (kind: Kind) => (name?: string) => {
    setOpen(undefined);
    if (name) setMade(`${kind} ${name}`);
  };
  const page = things.data;
  useEffect(() => {
    if (!made) return;
    const found = Array.from(document.querySelectorAll<HTMLElement>("[data-thing]")).find((each) => each.dataset.thing === made);
    found?.focus();
  }, [made, page, open]);
  return (
    <div className={ui.screen}>
      <main className={`${ui.list} ${ui.rulesList}`}>
        <RulesNav />
        <h1 className={ui.lead}>Groups of people, and labels</h1>
        <p className={ui.sub}>Rules name them. Give one a new name, and every rule that names it follows.</p>
        {page && (
          <>
            <div className={ui.band}>
              <h2>Groups</h2>
              <span className={ui.count}>{page.groups.length}</span>
              <span className={ui.right}>
                <Button variant="text" onClick={() => setOpen("new group")}>
                  New group
                </Button>
              </span>
            </div>
            {open === "new group" && <GroupForm done={close("groups")} />}
            {page.groups.length === 0 && (
              <p className={ui.quiet}>A group stands for several people in a rule: a client, a team, the lenders.</p>
            )}
            <ul className={forms.things}>
              {page.groups.map((group) => (
                <li key={group.name}>
                  <header>
                    <b>{group.name}</b>
                    <small>
                      {group.count.toLocaleString("en")} messages last month; {usedBy(group.rules)}
                    </small>
                    <Acts kind="groups" name={group.name} rules={group.rules} edit={() => setOpen(`group ${group.name}`)} />
                  </header>
                  {open === `group ${group.name}` ? (
                    <GroupForm group={group} done={close("groups")} />
                  ) : (
                    <p>{group.members.length === 0 ? "Nobody yet" : group.members.join(", ")}</p>
                  )}
                </li>
              ))}
            </ul>
            <div className={ui.band}>
              <h2>Labels</h2>
              <span className={ui.count}>{page.labels.length}</span>
              <span className={ui.right}>
                <Button variant="text" onClick={() => setOpen("new label")}>
                  New label
                </Button>
              </span>
            </div>
            {open === "new label" && <LabelForm done={close("labels")} />}
            {page.labels.length === 0 && <p className={ui.quiet}>A label is a coloured word on a message.</p>}
            <ul className={forms.things}>
              {page.labels.map((label) => (
                <li key={label.name}>
                  <header>
                    <LabelPill colour={label.colour}>{label.name}</LabelPill>
                    <small>{usedBy(label.rules)}</small>
                    <Acts kind="labels" name={label.name} rules={label.rules} edit={() => setOpen(`label ${label.name}`)} />
                  </header>
                  {open === `label ${label.name}` && <LabelForm label={label} done={close("labels")} />}
                </li>
              ))}
            </ul>
          </>
        )}
        <Fault of={things} />
      </main>
    </div>
  );
}
