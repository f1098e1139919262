import Button from "@mui/material/Button";
import { useState } from "react";
import { useEndSession, useOthersOut, useSessions, useSetPassphrase, useSignOut } from "../../api/access";
import { Fault } from "../../parts/Fault";
import { PassphraseField } from "../../parts/PassphraseField";
import ui from "../../parts/page.module.css";
import rows from "../../parts/rows.module.css";
import { MailInNav } from "./MailInNav";
import styles from "./signed-in.module.css";

type Page = NonNullable<ReturnType<typeof useSessions>["data"]>;

/** How Up Front is reached, who is signed in from where, and the passphrase. */
export function SignedInScreen() {
  const sessions = useSessions();
  const page = sessions.data;
  return (
    <div className={ui.screen}>
      <main className={`${ui.list} ${styles.page}`}>
        <MailInNav />
        {page && (
          <>
            <h1 className={ui.lead}>{page.lead}</h1>
            {page.needed ? (
              <Signed page={page} />
            ) : (
              <p className={ui.sub}>
                To reach it from the next room or from a phone, set a passphrase, and start it with “--host 0.0.0.0”. All that
                goes over the line is encrypted then.
              </p>
            )}
            <Passphrase known={page.passphrase} />
          </>
        )}
        {!page && <Fault of={sessions} />}
      </main>
    </div>
  );
}

function Signed({ page }: { page: Page }) {
  const end = useEndSession();
  const others = useOthersOut();
  const out = useSignOut();
  return (
    <>
      {page.failed && <p className={ui.hint}>{page.failed}</p>}
      <ul className={rows.rows}>
        {page.sessions.map((each) => (
          <li key={each.id}>
            <div>
              <b>{each.program}</b> from {each.from} {each.here && <em>this one</em>}
              <p>
                Since {each.since}, last seen {each.seen}
                {each.kept && ", kept for a month"}
              </p>
            </div>
            {each.here ? (
              <Button onClick={() => out.mutate(undefined, { onSuccess: () => location.reload() })}>Sign out</Button>
            ) : (
              <Button
                variant="text"
                disabled={end.isPending}
                onClick={() => end.mutate(each.id)}
                aria-label={`Sign it out: ${each.program} from ${each.from}`}
              >
                Sign it out
              </Button>
            )}
          </li>
        ))}
      </ul>
      {page.sessions.length > 1 && (
        <Button disabled={others.isPending} onClick={() => others.mutate()}>
          Sign all others out
        </Button>
      )}
      {page.fingerprint && (
        <p className={ui.sub}>
          The certificate’s fingerprint (SHA-256), which a browser that asks about it must show too:{" "}
          <code>{page.fingerprint}</code>
        </p>
      )}
      <Fault of={out} />
    </>
  );
}

function Passphrase({ known }: { known: boolean }) {
  const [current, setCurrent] = useState("");
  const [next, setNext] = useState("");
  const set = useSetPassphrase();
  const done = () => {
    setCurrent("");
    setNext("");
  };
  return (
    <section aria-labelledby="passphrase">
      <div className={ui.band}>
        <h2 id="passphrase">{known ? "Another passphrase" : "A passphrase"}</h2>
      </div>
      <p className={ui.sub}>
        At least twelve letters; several words that have nothing to do with each other are easy to keep in mind.
      </p>
      <form
        className={styles.passphrase}
        onSubmit={(event) => {
          event.preventDefault();
          set.mutate({ passphrase: next, ...(known ? { current } : {}) }, { onSuccess: done });
        }}
      >
        {known && <PassphraseField label="The one that holds now" value={current} change={setCurrent} />}
        <PassphraseField label="The new one" value={next} change={setNext} fresh />
        <Button type="submit" disabled={!next || (known && !current) || set.isPending}>
          Set it
        </Button>
      </form>
      <Fault of={set} />
    </section>
  );
}
