import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import { useState, type FormEvent } from "react";
import {
  useBringInCards,
  useContacts,
  useGatherContacts,
  useMergeContacts,
  useRemoveContacts,
  useSaveContact,
  type Contact,
  type Offered,
} from "../../api/contacts";
import { useGroupSenders } from "../../api/senders";
import { Check } from "../../parts/Check";
import { Fault } from "../../parts/Fault";
import { FileField } from "../../parts/FileField";
import { fold } from "../../parts/fold";
import ui from "../../parts/page.module.css";
import { TableLink } from "../../parts/TableLink";
import { SendersNav } from "./SendersNav";
import styles from "./contacts.module.css";

const counted = (count: number) => (count === 1 ? "one contact" : `${count} contacts`);

/** A contact as it is written. */
function ContactForm({ contact, close }: { contact?: Contact; close: () => void }) {
  const save = useSaveContact();
  const [form, setForm] = useState({
    name: contact?.named ? contact.name : "",
    addresses: contact?.addresses.join("\n") ?? "",
    organisation: contact?.organisation ?? "",
    phone: contact?.phone ?? "",
    note: contact?.note ?? "",
  });
  const field = (label: string, key: keyof typeof form, rows = 1, helperText?: string) => (
    <TextField
      label={label}
      size="small"
      autoFocus={key === "name"}
      multiline={rows > 1}
      minRows={rows > 1 ? rows : undefined}
      value={form[key]}
      helperText={helperText}
      onChange={({ target }) => setForm({ ...form, [key]: target.value })}
    />
  );
  const submit = (event: FormEvent) => {
    event.preventDefault();
    const addresses = form.addresses.split("\n").filter((line) => line.trim() !== "");
    save.mutate({ ...form, addresses, was: contact?.key }, { onSuccess: close });
  };
  return (
    <form
      className={`${ui.boxed} ${styles.form}`}
      aria-label={contact ? `Change ${contact.name}` : "A new contact"}
      onSubmit={submit}
    >
      {field("Name", "name")}
      {field("Addresses", "addresses", 2, "One on each line; @b.example stands for everyone there.")}
      {field("Organisation", "organisation")}
      {field("Phone", "phone")}
      {field("Note", "note", 2)}
      <Fault of={save} />
      <div className={ui.rowOf}>
        <Button type="submit" variant="contained" disabled={save.isPending}>
          Keep it
        </Button>
        <Button onClick={close}>Cancel</Button>
      </div>
    </form>
  );
}

/** Those one writes with, to choose from. */
function Gather({ offered }: { offered: Offered[] }) {
  const gather = useGatherContacts();
  const [left, setLeft] = useState<string[]>([]);
  if (offered.length === 0) return null;
  const taken = offered.filter(({ address }) => !left.includes(address));
  return (
    <details className={styles.gather}>
      <summary>
        You write with {offered.length === 1 ? "one person" : `${offered.length} people`} who{" "}
        {offered.length === 1 ? "is" : "are"} not among your contacts
      </summary>
      <div role="group" aria-label="Whom to add" className={styles.offered}>
        {offered.map(({ address, name, times }) => (
          <Check
            key={address}
            label={`${name === address ? address : `${name} · ${address}`}, ${times} times in a year`}
            on={!left.includes(address)}
            turn={(on) => setLeft(on ? left.filter((each) => each !== address) : [...left, address])}
          />
        ))}
      </div>
      <Button
        variant="contained"
        disabled={taken.length === 0 || gather.isPending}
        onClick={() => gather.mutate(taken.map(({ address, name }) => ({ address, name })))}
      >
        Add {taken.length === 1 ? "this one" : `these ${taken.length}`}
      </Button>
    </details>
  );
}

type Given = { contact: Contact; chosen: boolean; choose: (on: boolean) => void; open: boolean; turn: (on: boolean) => void };

function ContactRow({ contact, chosen, choose, open, turn }: Given) {
  const noted = [contact.organisation, contact.phone, contact.groups.map((name) => `in ${name}`).join(", ")].filter(Boolean);
  return (
    <li>
      <div className={styles.row}>
        <input
          type="checkbox"
          aria-label={`Choose: ${contact.name}`}
          checked={chosen}
          onChange={({ target }) => choose(target.checked)}
        />
        <span className={styles.who}>
          <b>{contact.name}</b>
          {contact.addresses
            .filter((address) => address !== contact.name)
            .map((address) => (
              <small key={address}>{address}</small>
            ))}
          {noted.length > 0 && <small>{noted.join(" · ")}</small>}
          {contact.note && <small className={styles.note}>{contact.note}</small>}
        </span>
        <span className={ui.quiet}>{contact.person && (contact.last ? `wrote ${contact.last}` : "has not written")}</span>
        <Button variant="text" aria-expanded={open} aria-label={`Change ${contact.name}`} onClick={() => turn(!open)}>
          Change
        </Button>
      </div>
      {open && <ContactForm contact={contact} close={() => turn(false)} />}
    </li>
  );
}

/** What can be done with the contacts that are chosen. */
function ChosenContacts({ chosen, none }: { chosen: Contact[]; none: () => void }) {
  const remove = useRemoveContacts();
  const merge = useMergeContacts();
  const group = useGroupSenders();
  const [name, setName] = useState("");
  const keys = chosen.map(({ key }) => key);
  const people = chosen.filter(({ person }) => person);
  return (
    <div className={`${ui.boxed} ${ui.rowOf}`} role="group" aria-label="Chosen contacts">
      <b>{counted(chosen.length)}</b>
      {people.length > 1 && (
        <Button
          onClick={() =>
            merge.mutate(
              people.map(({ key }) => key),
              { onSuccess: none },
            )
          }
        >
          Put together as “{people[0]!.name}”
        </Button>
      )}
      {people.length > 0 && (
        <form
          className={ui.rowOf}
          onSubmit={(event) => {
            event.preventDefault();
            const addresses = people.flatMap((each) => each.addresses);
            group.mutate({ by: "address", keys: addresses, group: name }, { onSuccess: none });
          }}
        >
          <TextField
            size="small"
            placeholder="a group"
            value={name}
            onChange={({ target }) => setName(target.value)}
            slotProps={{ htmlInput: { "aria-label": "Group" } }}
          />
          <Button type="submit" disabled={!name.trim() || group.isPending}>
            Into the group
          </Button>
        </form>
      )}
      <Button onClick={() => remove.mutate(keys, { onSuccess: none })}>Take out</Button>
      <Button variant="text" onClick={none}>
        None of them
      </Button>
      <Fault of={group} />
    </div>
  );
}

/** Whom one knows: “my contacts” in rules and away notices. */
export function ContactsScreen() {
  const contacts = useContacts();
  const bring = useBringInCards();
  const [typed, setTyped] = useState("");
  const [chosen, setChosen] = useState<string[]>([]);
  const [open, setOpen] = useState<string>();
  const [fresh, setFresh] = useState(false);
  const page = contacts.data;
  const sought = fold(typed);
  const fits = ({ name, addresses, organisation, note, groups }: Contact) =>
    [name, organisation, note, ...addresses, ...groups].some((text) => fold(text).includes(sought));
  const shown = page?.contacts.filter(fits) ?? [];
  // In the order in which they were chosen: the first keeps its name.
  const taken = chosen.flatMap((key) => page?.contacts.find((each) => each.key === key) ?? []);
  return (
    <div className={ui.screen}>
      <main className={`${ui.list} ${ui.rulesList}`}>
        <SendersNav />
        {page && (
          <>
            <h1 className={ui.lead}>{page.lead}</h1>
            <div className={ui.rowOf}>
              <TextField
                type="search"
                size="small"
                placeholder="Find by name, address, group"
                value={typed}
                onChange={({ target }) => setTyped(target.value)}
                slotProps={{ htmlInput: { "aria-label": "Find a contact" } }}
              />
              <Button variant="contained" onClick={() => setFresh(true)}>
                Add one
              </Button>
              <FileField
                label="A file of contact cards"
                accept=".vcf,text/vcard"
                variant="text"
                take={([file]) => file && bring.mutate(file)}
              >
                Bring in cards (.vcf) …
              </FileField>
              <Button variant="text" component="a" href="/api/contacts.vcf" download>
                Save as cards (.vcf)
              </Button>
              <TableLink of="contacts" />
            </div>
            {fresh && <ContactForm close={() => setFresh(false)} />}
            <Gather offered={page.gather} />
            {taken.length > 0 && <ChosenContacts chosen={taken} none={() => setChosen([])} />}
            {typed && shown.length === 0 && (
              <p className={ui.quiet}>Nobody of that name among {counted(page.contacts.length)}.</p>
            )}
            <ul className={styles.contacts}>
              {shown.map((contact) => (
                <ContactRow
                  key={contact.key}
                  contact={contact}
                  chosen={chosen.includes(contact.key)}
                  choose={(on) => setChosen(on ? [...chosen, contact.key] : chosen.filter((key) => key !== contact.key))}
                  open={open === contact.key}
                  turn={(on) => setOpen(on ? contact.key : undefined)}
                />
              ))}
            </ul>
          </>
        )}
        <Fault of={contacts} />
      </main>
    </div>
  );
}
