import Autocomplete from "@mui/material/Autocomplete";
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import { useState, type FormEvent } from "react";
import { Link } from "react-router";
import type { Problem } from "../../api/client";
import { useZones } from "../../api/moment";
import { useAbout, useAboutPreview, useSaveAbout, type About, type AboutGiven } from "../../api/people";
import { Fault } from "../../parts/Fault";
import ui from "../../parts/page.module.css";
import { useSettled } from "../../parts/useSettled";
import { useUnsaved } from "../../parts/useUnsaved";
import { StillHere } from "../../parts/StillHere";
import styles from "./about.module.css";
import { MailInNav } from "./MailInNav";

const SETTLES_MS = 350;

type Account = { id?: number; name: string; addresses: string; fixed: boolean; says: string };
/** As it stands in the fields: lists are lines. */
type Written = {
  name: string;
  addresses: string;
  organisation: string;
  time_zone: string;
  accounts: Account[];
  stand: string;
};

const linesOf = (text: string) => text.split("\n").filter((line) => line.trim() !== "");

function written(about: About): Written {
  return {
    stand: about.stand,
    name: about.name,
    addresses: about.addresses.join("\n"),
    organisation: about.organisation.join("\n"),
    time_zone: about.time_zone,
    accounts: about.accounts.map(({ id, name, addresses, messages, empty }) => ({
      id,
      name,
      addresses: addresses.join("\n"),
      fixed: !empty,
      says: `${messages.toLocaleString("en")} ${messages === 1 ? "message" : "messages"}`,
    })),
  };
}

function given(form: Written): AboutGiven {
  return {
    stand: form.stand,
    name: form.name,
    time_zone: form.time_zone,
    addresses: linesOf(form.addresses),
    organisation: linesOf(form.organisation),
    accounts: form.accounts.map(({ id, name, addresses }) => ({ ...(id ? { id } : {}), name, addresses: linesOf(addresses) })),
  };
}

function Lines({ label, value, says, wrong, change }: LinesProps) {
  return (
    <TextField
      label={label}
      multiline
      minRows={1}
      maxRows={8}
      value={value}
      error={Boolean(wrong)}
      helperText={wrong ?? says}
      onChange={(event) => change(event.target.value)}
      slotProps={{ inputLabel: { shrink: true } }}
    />
  );
}
type LinesProps = { label: string; value: string; says?: string; wrong?: string; change: (next: string) => void };

function Accounts({
  accounts,
  wrong,
  change,
}: {
  accounts: Account[];
  wrong: (place: string) => string | undefined;
  change: (next: Account[]) => void;
}) {
  const set = (at: number, part: Partial<Account>) =>
    change(accounts.map((account, index) => (index === at ? { ...account, ...part } : account)));
  return (
    <>
      <ul className={styles.accounts}>
        {accounts.map((account, at) => (
          <li key={account.id ?? `new-${at}`}>
            <TextField
              label="Account"
              value={account.name}
              autoFocus={!account.id}
              error={Boolean(wrong(`/accounts/${at}/name`))}
              helperText={wrong(`/accounts/${at}/name`) ?? account.says}
              onChange={(event) => set(at, { name: event.target.value })}
              slotProps={{ inputLabel: { shrink: true } }}
            />
            <Lines
              label={`Addresses of ${account.name || "the account"}`}
              value={account.addresses}
              wrong={wrong(`/accounts/${at}/addresses`)}
              change={(addresses) => set(at, { addresses })}
            />
            {!account.fixed && accounts.length > 1 && (
              <Button
                variant="text"
                aria-label={`Take out the account ${account.name}`}
                onClick={() => change(accounts.filter((_, index) => index !== at))}
              >
                Take out
              </Button>
            )}
          </li>
        ))}
      </ul>
      <Button onClick={() => change([...accounts, { name: "", addresses: "", fixed: false, says: "new" }])}>
        Add an account
      </Button>
    </>
  );
}

function Form({ about }: { about: About }) {
  const zones = useZones().data?.zones ?? [];
  const saved = written(about);
  const unsaved = useUnsaved<Written>("about");
  const form = unsaved.written ?? saved;
  const set = (part: Partial<Written>) => unsaved.put({ ...form, ...part });
  const changed = JSON.stringify({ ...given(form), stand: "" }) !== JSON.stringify({ ...given(saved), stand: "" });
  const settled = useSettled(form, SETTLES_MS);
  const preview = useAboutPreview(changed ? given(settled) : undefined);
  const save = useSaveAbout();
  const [told, setTold] = useState("");
  const problem = (save.error ?? (changed ? preview.error : null)) as Problem | null;
  const wrong = (place: string) => problem?.errors.find(({ pointer }) => pointer?.startsWith(place))?.words ?? undefined;
  const submit = (event: FormEvent) => {
    event.preventDefault();
    save.mutate(given(form), {
      onSuccess: ({ message }) => {
        unsaved.put(undefined);
        setTold(message);
      },
    });
  };
  const says = changed && !preview.error ? [...(preview.data?.says ?? []), preview.data?.held ?? ""].filter(Boolean) : [];
  return (
    <form className={styles.about} onSubmit={submit} onChange={() => setTold("")}>
      {unsaved.found && <StillHere letGo={() => unsaved.put(undefined)} />}
      <TextField
        label="Your name"
        value={form.name}
        error={Boolean(wrong("/name"))}
        helperText={wrong("/name")}
        onChange={(event) => set({ name: event.target.value })}
        slotProps={{ inputLabel: { shrink: true } }}
      />
      <Lines
        label="Your addresses"
        value={form.addresses}
        says="All that count as you, one a line: “me” in rules, and whose mail counts as sent by you."
        wrong={wrong("/addresses")}
        change={(addresses) => set({ addresses })}
      />
      <Lines
        label="Your organisation’s domains"
        value={form.organisation}
        says="Colleagues are everyone there: “my organisation” in rules."
        wrong={wrong("/organisation")}
        change={(organisation) => set({ organisation })}
      />
      <Autocomplete
        options={zones}
        value={form.time_zone}
        disableClearable
        onChange={(_, time_zone) => set({ time_zone })}
        renderInput={(input) => (
          <TextField
            {...input}
            size="small"
            label="Time zone"
            helperText={wrong("/time_zone") ?? "Trips to other zones are set under Week."}
            error={Boolean(wrong("/time_zone"))}
          />
        )}
      />
      <section aria-label="Accounts">
        <div className={ui.band}>
          <h2>Accounts</h2>
        </div>
        <Accounts accounts={form.accounts} wrong={wrong} change={(accounts) => set({ accounts })} />
        {wrong("/accounts") && !wrong("/accounts/") && <p className={ui.inPlace}>{wrong("/accounts")}</p>}
      </section>
      <section aria-label="Contacts">
        <div className={ui.band}>
          <h2>Contacts</h2>
        </div>
        <p className={ui.quiet}>
          Whom you know, “my contacts” in rules, stands under <Link to="/senders/contacts">Contacts</Link>.
        </p>
      </section>
      <div className={`${ui.editorFoot} ${styles.foot}`}>
        <div role="status">
          {says.map((sentence) => (
            <p key={sentence} className={ui.hint}>
              {sentence}
            </p>
          ))}
          {told && !changed && <p className={ui.quiet}>{told}</p>}
        </div>
        {problem && !problem.errors.some(({ pointer }) => pointer && pointer !== "/accounts") && <Fault of={problem.message} />}
        <div className={ui.rowOf}>
          <Button type="submit" variant="contained" disabled={!changed || save.isPending}>
            Save
          </Button>
          {changed && <Button onClick={() => (unsaved.put(undefined), save.reset())}>Leave it as it was</Button>}
        </div>
      </div>
    </form>
  );
}

/** Who the owner is, and what belongs to them: what is written here is what rules mean by me and my organisation. */
export function AboutScreen() {
  const about = useAbout();
  return (
    <div className={ui.screen}>
      <main className={`${ui.list} ${styles.page}`}>
        <MailInNav />
        <h1 className={ui.lead}>About me and my accounts</h1>
        <p className={ui.sub}>What is changed here holds for the mail that is here too, and can be undone.</p>
        {about.data && <Form about={about.data} />}
        <Fault of={about} />
      </main>
    </div>
  );
}
