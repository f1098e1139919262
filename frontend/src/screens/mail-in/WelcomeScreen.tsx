import Autocomplete from "@mui/material/Autocomplete";
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import { useEffect, useState, type FormEvent } from "react";
import { useNavigate } from "react-router";
import type { Problem, Status } from "../../api/client";
import { useSetUp, useZones } from "../../api/moment";
import { Check } from "../../parts/Check";
import { Fault } from "../../parts/Fault";
import { Mark } from "../../parts/Mark";
import { AddSource, BringFiles } from "./forms";
import styles from "./welcome.module.css";

const listed = (text: string) => text.split(/[\s,;]+/).filter(Boolean);
const domainOf = (address: string) => address.split("@")[1] ?? "";

function Who() {
  const [name, setName] = useState("");
  const [addresses, setAddresses] = useState("");
  const [organisation, setOrganisation] = useState<string>();
  const [zone, setZone] = useState<string | null>(Intl.DateTimeFormat().resolvedOptions().timeZone);
  const [batch, setBatch] = useState(true);
  const zones = useZones().data?.zones ?? [];
  const setUp = useSetUp();
  const faults = (setUp.error as Problem | null)?.errors ?? [];
  const fault = (field: string) => faults.find(({ pointer }) => pointer?.includes(field))?.expected;
  const guessed = [...new Set(listed(addresses).map(domainOf).filter(Boolean))].join(", ");
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
        slotProps={{ inputLabel: { shrink: true } }}
      />
      <TextField
        label="Your addresses"
        required
        placeholder="you@work.example, desk@work.example"
        value={addresses}
        onChange={(event) => setAddresses(event.target.value)}
        error={Boolean(fault("addresses"))}
        helperText={fault("addresses") ? `Wanted: ${fault("addresses")}` : "All that count as you, with commas between them."}
        slotProps={{ inputLabel: { shrink: true } }}
      />
      <TextField
        label="Your organisation’s domains"
        placeholder="work.example"
        value={organisation ?? guessed}
        onChange={(event) => setOrganisation(event.target.value)}
        error={Boolean(fault("organisation"))}
        helperText={fault("organisation") ? `Wanted: ${fault("organisation")}` : "Colleagues are everyone there."}
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
            helperText={fault("time_zone") ? `Wanted: ${fault("time_zone")}` : undefined}
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

/** The first run: whose mail it is, then where it comes from. */
export function WelcomeScreen({ status }: { status: Status }) {
  const navigate = useNavigate();
  const toFront = () => navigate("/front");
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
          <p>Up Front only reads. No message is ever moved; each stays in the mailbox it arrived in.</p>
          <h2>From a Maildir that fills by itself</h2>
          <AddSource done={toFront} />
          <h2>From files that you have</h2>
          <BringFiles />
          <Button onClick={toFront}>To the Front</Button>
        </>
      ) : (
        <>
          <h1>Whose mail is it?</h1>
          <p>Up Front decides when and how each message claims your attention. To tell what is yours, it needs to know you.</p>
          <Who />
        </>
      )}
    </main>
  );
}
