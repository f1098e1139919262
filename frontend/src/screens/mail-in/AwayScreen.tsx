import Button from "@mui/material/Button";
import { Link } from "react-router";
import { useByRules, useLetRuleSend, useSetBrake } from "../../api/outgoing";
import { Fault } from "../../parts/Fault";
import { NumberSlot } from "../../parts/fields";
import ui from "../../parts/page.module.css";
import { AwayForm } from "./AwayForm";
import { Forwarding } from "./Forwarding";
import { MailInNav } from "./MailInNav";
import styles from "./sources.module.css";
import { TemplateList } from "./TemplateList";

/** What goes out by itself: the away notice, templates, forwarding, and the brake on all of it. */
export function AwayScreen() {
  const page = useByRules();
  const brake = useSetBrake();
  const letSend = useLetRuleSend();
  const data = page.data;
  return (
    <div className={ui.screen}>
      <main className={`${ui.list} ${styles.sources}`}>
        <MailInNav />
        {data && (
          <>
            <h1 className={ui.lead}>{data.away?.running ? "An away notice goes out" : "What goes out by itself"}</h1>
            <div className={ui.band}>
              <h2>Away</h2>
            </div>
            <AwayForm key={data.away?.until ?? ""} away={data.away} />
            {data.had.length > 0 && (
              <p className={ui.quiet}>Who had it: {data.had.map(({ address, at }) => `${address} (${at})`).join(", ")}.</p>
            )}
            <div className={ui.band}>
              <h2>Templates</h2>
            </div>
            <TemplateList templates={data.templates} fields={data.fields} />
            <div className={ui.band}>
              <h2>Forwarding by rules</h2>
            </div>
            <Forwarding rows={data.forwarding} />
            <div className={ui.band}>
              <h2>The brake</h2>
            </div>
            <p>
              At most{" "}
              <NumberSlot
                label="An hour"
                value={data.brake.hour}
                most={10_000}
                change={(hour) => brake.mutate({ ...data.brake, hour })}
              />{" "}
              messages an hour and{" "}
              <NumberSlot
                label="A day"
                value={data.brake.day}
                most={10_000}
                change={(day) => brake.mutate({ ...data.brake, day })}
              />{" "}
              a day go out by rules and notices. What is more waits in the <Link to="/outbox">outbox</Link> for your word.
            </p>
            {data.stopped.map(({ id, name }) => (
              <p key={id} className={ui.inPlace}>
                “{name}” sends no more: three of its messages in a row were refused.{" "}
                <Button variant="text" disabled={letSend.isPending} onClick={() => letSend.mutate(id)}>
                  Let it send again
                </Button>
              </p>
            ))}
          </>
        )}
        <Fault of={page} />
      </main>
    </div>
  );
}
