import Button from "@mui/material/Button";
import { useState } from "react";
import { useAsked, useTakeBackAsking, type SenderBy } from "../../api/senders";
import { Fault } from "../../parts/Fault";
import ui from "../../parts/page.module.css";
import { useFallenFocus } from "../../parts/useFallenFocus";
import { AskDialog } from "./AskDialog";
import { ChoiceDialog } from "./ChoiceDialog";
import { SendersNav } from "./SendersNav";
import styles from "./senders.module.css";

type Doing = { act: "ask" | "never"; by: SenderBy; key: string };

/** Who was asked to send no more, how that stands, and who writes nevertheless. */
export function AskedScreen() {
  const asked = useAsked();
  const takeBack = useTakeBackAsking();
  const [doing, setDoing] = useState<Doing>();
  const rows = asked.data?.asked;
  const heading = useFallenFocus(rows);
  const still = rows?.filter(({ again }) => again).length ?? 0;
  const close = () => setDoing(undefined);
  return (
    <div className={ui.screen}>
      <main className={`${ui.list} ${ui.rulesList}`}>
        <SendersNav />
        {rows && (
          <>
            <h1 {...heading} className={ui.lead}>
              {rows.length === 0
                ? "Nobody was asked to stop."
                : still > 0
                  ? `${rows.length} asked to stop; ${still === 1 ? "one writes" : `${still} write`} nevertheless.`
                  : `${rows.length} asked to stop.`}
            </h1>
            <p className={ui.sub}>
              Asked in the ways that their own headers offer, never by an address in the text. Who still writes after ten days can
              be kept away.
            </p>
            <ul className={styles.ways}>
              {rows.map((row) => (
                <li key={row.id}>
                  <b>{row.key}</b> {row.said}{" "}
                  <small>{row.way === "mail" ? `By mail to ${row.target}` : `At ${row.target}`}</small>
                  <span className={ui.rowOf}>
                    {row.state === "waiting" && (
                      <Button variant="text" disabled={takeBack.isPending} onClick={() => takeBack.mutate(row.id)}>
                        Do not ask
                      </Button>
                    )}
                    {row.state === "failed" && (
                      <Button variant="text" onClick={() => setDoing({ act: "ask", by: row.by as SenderBy, key: row.key })}>
                        Ask again
                      </Button>
                    )}
                    {row.again && (
                      <Button variant="outlined" onClick={() => setDoing({ act: "never", by: row.by as SenderBy, key: row.key })}>
                        Never again
                      </Button>
                    )}
                  </span>
                </li>
              ))}
            </ul>
          </>
        )}
        {doing?.act === "never" && (
          <ChoiceDialog
            some={{ by: doing.by, keys: [doing.key] }}
            who={doing.key}
            choice="never_again"
            close={close}
            done={close}
          />
        )}
        {doing?.act === "ask" && <AskDialog some={{ by: doing.by, keys: [doing.key] }} close={close} done={close} />}
        <Fault of={asked} />
      </main>
    </div>
  );
}
