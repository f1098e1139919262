import Button from "@mui/material/Button";
import { useState } from "react";
import { useSignIn } from "../../api/access";
import { Check } from "../../parts/Check";
import { Fault } from "../../parts/Fault";
import { Mark } from "../../parts/Mark";
import { PassphraseField } from "../../parts/PassphraseField";
import styles from "./access.module.css";

/** What stands in place of everything while one is not signed in. */
export function SignInScreen() {
  const [passphrase, setPassphrase] = useState("");
  const [keep, setKeep] = useState(false);
  const [seen, setSeen] = useState(false);
  const signIn = useSignIn();
  return (
    <main className={styles.signIn}>
      <p className={styles.name}>
        <Mark /> Up Front
      </p>
      <h1>Sign in</h1>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          // All that stands here was made without being signed in.
          signIn.mutate({ passphrase, keep }, { onSuccess: () => location.reload() });
        }}
      >
        <input type="text" name="username" autoComplete="username" value="Up Front" readOnly hidden />
        <PassphraseField label="Passphrase" value={passphrase} change={setPassphrase} seen={seen} first />
        <Check label="Show it" on={seen} turn={setSeen} />
        <Check label="Keep me signed in on this device for a month" on={keep} turn={setKeep} />
        <Button type="submit" variant="contained" disabled={!passphrase || signIn.isPending}>
          {signIn.isPending ? "Looking …" : "Sign in"}
        </Button>
      </form>
      <Fault of={signIn} />
      <p className={styles.help}>
        Forgotten? At the machine on which Up Front runs, “upfront passphrase” sets another. Your mail is not touched.
      </p>
    </main>
  );
}
