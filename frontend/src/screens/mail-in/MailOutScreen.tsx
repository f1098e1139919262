import { useMailOut, useSetSeconds } from "../../api/outgoing";
import { Fault } from "../../parts/Fault";
import { NumberSlot } from "../../parts/fields";
import ui from "../../parts/page.module.css";
import { MailInNav } from "./MailInNav";
import { ServerForm } from "./ServerForm";
import styles from "./sources.module.css";

/** By which servers mail goes out. */
export function MailOutScreen() {
  const out = useMailOut();
  const seconds = useSetSeconds();
  return (
    <div className={ui.screen}>
      <main className={`${ui.list} ${styles.sources}`}>
        <MailInNav />
        {out.data && (
          <>
            <h1 className={ui.lead}>By which server your mail goes out</h1>
            <p className={ui.sub}>
              The server, the name and the password are those that your provider gives for sending. The password is sealed in a
              file of its own beside the database, and never shown.
            </p>
            <p>
              What you send waits{" "}
              <NumberSlot label="Seconds" value={out.data.seconds} most={120} change={(next) => seconds.mutate(next)} /> seconds,
              in which it can be taken back.
            </p>
            {out.data.accounts.map((account) => (
              <section key={account.id} aria-label={account.name}>
                <div className={ui.band}>
                  <h2>{account.name}</h2>
                  <span className={ui.quiet}>{account.addresses.join(", ")}</span>
                </div>
                <ServerForm account={account} />
              </section>
            ))}
          </>
        )}
        <Fault of={out} />
      </main>
    </div>
  );
}
