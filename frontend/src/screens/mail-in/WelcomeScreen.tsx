import Autocomplete from "@mui/material/Autocomplete";
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import { useEffect, useState, type FormEvent } from "react";
import { useNavigate } from "react-router";
import type { Problem, Status } from "../../api/client";
import { useSetUp, useZones } from "../../api/moment";
import { useBringIn } from "../../api/rulebook";
import { useSources } from "../../api/sources";
import { Check } from "../../parts/Check";
import { Fault } from "../../parts/Fault";
import { FileField } from "../../parts/FileField";
import { Mark } from "../../parts/Mark";
import { AddMailbox } from "./AddMailbox";
import { AddSource, BringFiles } from "./forms";
import styles from "./welcome.module.css";

/** The domains of addresses as they are typed, for a first guess; what they are is read by the server. */
const domainsIn = (text: string) => [...new Set(Array.from(text.matchAll(/@([^\s<>,;@]+)/g), (found) => found[1]!))];
const listed = (text: string) => (text.trim() === "" ? [] : [text]);

function Who() {
  const [name, setName] = useState("");
  const [addresses, setAddresses] = useState("");
  const [organisation, setOrganisation] = useState<string>();
  const [zone, setZone] = useState<string | null>(Intl.DateTimeFormat().resolvedOptions().timeZone);
  const [batch, setBatch] = useState(true);
  const zones = useZones().data?.zones ?? [];
  const setUp = useSetUp();
  const faults = (setUp.error as Problem | null)?.errors ?? [];
  const fault = (field: string) => faults.find(({ pointer }) => pointer?.startsWith(`/${field}`))?.words;
  const guessed = domainsIn(addresses).join(", ");
  const submit = (event: FormEvent) => {
    event.preventDefault();
    setUp.mutate({
      name,
      addresses: listed(addresses),
      organisation: listed(organisation ?? guessed),
      time_zone: zone ?? "",
      batch,
    });
  };
  return (
    <form className={styles.who} onSubmit={submit}>
      <TextField
        label="Your name"
        required
        value={name}
        onChange={(event) => setName(event.target.value)}
        error={Boolean(fault("name"))}
        helperText={fault("name")}
        slotProps={{ inputLabel: { shrink: true } }}
      />
      <TextField
        label="Your addresses"
        required
        placeholder="you@work.example, desk@work.example"
        value={addresses}
        onChange={(event) => setAddresses(event.target.value)}
        error={Boolean(fault("addresses"))}
        helperText={fault("addresses") ?? "All that count as you, with commas between them."}
        slotProps={{ inputLabel: { shrink: true } }}
      />
      <TextField
        label="Your organisation’s domains"
        placeholder="work.example"
        value={organisation ?? guessed}
        onChange={(event) => setOrganisation(event.target.value)}
        error={Boolean(fault("organisation"))}
        helperText={fault("organisation") ?? "Colleagues are everyone there."}
        slotProps={{ inputLabel: { shrink: true } }}
      />
      <Autocomplete
        options={zones}
        value={zone}
        onChange={(_, next) => setZone(next)}
        renderInput={(input) => (
          <TextField
            {...input}
            size="small"
            label="Time zone"
            required
            error={Boolean(fault("time_zone"))}
            helperText={fault("time_zone")}
          />
        )}
      />
      <Check label="Hold mail for rounds: working days at 08:00, 12:00, 15:00 and 17:30" on={batch} turn={setBatch} />
      {faults.length === 0 && <Fault of={setUp} />}
      <div>
        <Button type="submit" variant="contained" disabled={setUp.isPending}>
          Go on
        </Button>
      </div>
    </form>
  );
}

/** A rulebook from elsewhere, in place of what is asked here: it says whose mail it is. */
function WithARulebook() {
  const bring = useBringIn();
  const read = async (file: File | undefined) => {
    if (file) bring.mutate({ text: await file.text(), way: "replace", choices: {} });
  };
  return (
    <section aria-label="With a rulebook">
      <h2>Or bring your rulebook along</h2>
      <p>A file that Up Front saved: it knows you, your rules, views, plan and labels.</p>
      <FileField label="A rulebook file" accept=".json,application/json" take={([file]) => void read(file)}>
        Choose a rulebook’s file …
      </FileField>
      <Fault of={bring} />
    </section>
  );
}

/** The first run: whose mail it is, then where it comes from. */
export function WelcomeScreen({ status }: { status: Status }) {
  const navigate = useNavigate();
  const toFront = () => navigate("/front");
  const here = useSources(status.ready).data?.messages ?? 0;
  // The address keeps this screen open once the owner is known, for the question of where mail comes from.
  useEffect(() => void navigate("/welcome", { replace: true }), [navigate]);
  return (
    <main className={styles.welcome}>
      <div className={styles.mark}>
        <Mark />
        Up Front
      </div>
      {status.ready ? (
        <>
          <h1>Where does your mail come from?</h1>
          <p>No message is ever moved, marked or removed; each stays in the mailbox it arrived in.</p>
          <h2>From a mailbox on a server (IMAP)</h2>
          <AddMailbox done={toFront} />
          <h2>From a Maildir that fills by itself</h2>
          <AddSource done={toFront} />
          <h2>From files that you have</h2>
          <BringFiles />
          <div className={styles.next}>
            {here > 0 && (
              <Button variant="contained" onClick={() => navigate("/views")}>
                Look at the {here === 1 ? "one message" : `${here.toLocaleString("en")} messages`} that came in
              </Button>
            )}
            <Button onClick={toFront}>To the Front</Button>
          </div>
          {here > 0 && (
            <p>
              Mail that is older than two days does not come to the Front: it stands in Views, is found by Find, and rules are
              tried on it.
            </p>
          )}
        </>
      ) : (
        <>
          <h1>Whose mail is it?</h1>
          <p>Up Front decides when and how each message claims your attention. To tell what is yours, it needs to know you.</p>
          <Who />
          <WithARulebook />
        </>
      )}
    </main>
  );
}
