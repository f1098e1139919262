import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import { useState, type FormEvent } from "react";
import type { Things } from "../../api/client";
import { readCards, useDeleteThing, useSaveThing, useThings, type Kind } from "../../api/rulebook";
import { MARKS } from "../../look/colours";
import { BeforeSaving } from "../../parts/BeforeSaving";
import { Check } from "../../parts/Check";
import { Colour } from "../../parts/Colour";
import { Fault } from "../../parts/Fault";
import { FileField } from "../../parts/FileField";
import forms from "../../parts/forms.module.css";
import ui from "../../parts/page.module.css";
import { LabelPill } from "../../parts/Pill";
import { StillHere } from "../../parts/StillHere";
import { useUnsaved } from "../../parts/useUnsaved";
import { RulesNav } from "./RulesNav";

type Group = Things["groups"][number];
type Label = Things["labels"][number];
type Cards = Awaited<ReturnType<typeof readCards>>;

const usedBy = (rules: string[]) => (rules.length === 0 ? "no rule names it" : `named by ${rules.join(", ")}`);

/** People of a file of contact cards, to choose from. */
function CardPicker({ add }: { add: (emails: string[]) => void }) {
  const [cards, setCards] = useState<Cards>();
  const [left, setLeft] = useState<string[]>([]);
  const [failed, setFailed] = useState("");
  const read = (file: File | undefined) => {
    if (!file) return;
    readCards(file).then(
      (found) => {
        setCards(found);
        setFailed("");
      },
      (problem: Error) => setFailed(problem.message),
    );
  };
  const taken = cards?.people.map(({ email }) => email).filter((email) => !left.includes(email)) ?? [];
  return (
    <div>
      <FileField label="A file of contact cards" accept=".vcf,text/vcard" variant="text" take={([file]) => read(file)}>
        Take people from a file of contact cards (.vcf) …
      </FileField>
      <Fault of={failed} />
      {cards && (
        <>
          <p className={ui.quiet}>
            {cards.people.length} with an address
            {cards.without > 0 && `; ${cards.without === 1 ? "one card has" : `${cards.without} cards have`} none`}.
          </p>
          <div className={forms.kinds} role="group" aria-label="People of the file">
            {cards.people.map(({ name, email }) => (
              <Check
                key={email}
                label={name ? `${name} · ${email}` : email}
                on={!left.includes(email)}
                turn={(on) => setLeft(on ? left.filter((each) => each !== email) : [...left, email])}
              />
            ))}
          </div>
          <Button
            disabled={taken.length === 0}
            onClick={() => {
              add(taken);
              setCards(undefined);
              setLeft([]);
            }}
          >
            Add these {taken.length}
          </Button>
        </>
      )}
    </div>
  );
}

const membersOf = (lines: string) => lines.split(/[\s,;]+/).filter(Boolean);

function GroupForm({ group, done }: { group?: Group; done: () => void }) {
  const unsaved = useUnsaved<{ name: string; lines: string }>(`group-${group?.name ?? "new"}`);
  const { name, lines } = unsaved.written ?? { name: group?.name ?? "", lines: group?.members.join("\n") ?? "" };
  const setName = (next: string) => unsaved.put({ name: next, lines });
  const setLines = (next: string) => unsaved.put({ name, lines: next });
  const save = useSaveThing();
  const over = () => {
    unsaved.put(undefined);
    done();
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
        helperText="Addresses, or @domain for everyone there; one a line"
      />
      {group && (
        <BeforeSaving given={{ thing: { kind: "groups", was: group.name, thing: { name, members: membersOf(lines) } } }} />
      )}
      <CardPicker add={(emails) => setLines([lines.trim(), ...emails].filter(Boolean).join("\n"))} />
      <Fault of={save} />
      <Foot saving={save.isPending} done={over} />
    </form>
  );
}

function LabelForm({ label, done }: { label?: Label; done: () => void }) {
  const unsaved = useUnsaved<{ name: string; colour: string }>(`label-${label?.name ?? "new"}`);
  const { name, colour } = unsaved.written ?? { name: label?.name ?? "", colour: label?.colour ?? MARKS[0]! };
  const setName = (next: string) => unsaved.put({ name: next, colour });
  const setColour = (next: string) => unsaved.put({ name, colour: next });
  const save = useSaveThing();
  const over = () => {
    unsaved.put(undefined);
    done();
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
      <Foot saving={save.isPending} done={over} />
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
      <Button variant="text" onClick={edit} aria-label={`Change the ${kind.slice(0, -1)} ${name}`}>
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
  const close = () => setOpen(undefined);
  const page = things.data;
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
            {open === "new group" && <GroupForm done={close} />}
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
                    <GroupForm group={group} done={close} />
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
            {open === "new label" && <LabelForm done={close} />}
            {page.labels.length === 0 && <p className={ui.quiet}>A label is a coloured word on a message.</p>}
            <ul className={forms.things}>
              {page.labels.map((label) => (
                <li key={label.name}>
                  <header>
                    <LabelPill colour={label.colour}>{label.name}</LabelPill>
                    <small>{usedBy(label.rules)}</small>
                    <Acts kind="labels" name={label.name} rules={label.rules} edit={() => setOpen(`label ${label.name}`)} />
                  </header>
                  {open === `label ${label.name}` && <LabelForm label={label} done={close} />}
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
