import Button from "@mui/material/Button";
import { useState } from "react";
import { Link } from "react-router";
import { useBlocked, type SenderBy } from "../../api/senders";
import { Fault } from "../../parts/Fault";
import ui from "../../parts/page.module.css";
import { useFallenFocus } from "../../parts/useFallenFocus";
import { ChoiceDialog } from "./ChoiceDialog";
import { SendersNav } from "./SendersNav";
import styles from "./senders.module.css";

const WHO: Record<SenderBy, (key: string) => string> = {
  address: (key) => key,
  domain: (key) => `anyone at ${key}`,
  list: (key) => `the list ${key}`,
};

/** Who is kept away for good, since when, and how much of theirs it was. */
export function KeptAwayScreen() {
  const blocked = useBlocked();
  const page = blocked.data;
  const heading = useFallenFocus(page);
  const [back, setBack] = useState<{ by: SenderBy; key: string }>();
  const total = page?.rows.reduce((sum, { kept_away }) => sum + kept_away, 0) ?? 0;
  return (
    <div className={ui.screen}>
      <main className={`${ui.list} ${ui.rulesList}`}>
        <SendersNav />
        {page && (
          <>
            <h1 {...heading} className={ui.lead}>
              {page.rows.length === 0
                ? "Nobody is kept away."
                : `${page.rows.length} kept away: ${total.toLocaleString("en")} messages since.`}
            </h1>
            <p className={ui.sub}>
              {page.rows.length === 0
                ? "Open a sender and say “Never again”: what comes from them is discarded as it comes, and stands here."
                : "What comes from them is discarded as it comes. Nothing is removed from their mailboxes."}{" "}
              <Link to="/views/discarded">Discarded mail</Link>{" "}
              {page.keep_days ? `is kept ${page.keep_days} days.` : "is kept until you empty it."}{" "}
              {page.rule && <Link to={`/rules/${page.rule}`}>The rule behind it</Link>}
            </p>
            {!page.enabled && <p className={styles.warning}>The rule is off: at the moment nobody is kept away.</p>}
            {page.rows.length > 0 && (
              <table className={styles.away}>
                <caption className="unseen">Kept away</caption>
                <thead>
                  <tr>
                    <th scope="col">Who</th>
                    <th scope="col">Since</th>
                    <th scope="col">Kept away</th>
                    <td />
                  </tr>
                </thead>
                <tbody>
                  {page.rows.map((row) => (
                    <tr key={`${row.by} ${row.key}`}>
                      <th scope="row">{WHO[row.by](row.key)}</th>
                      <td>{row.since ?? "—"}</td>
                      <td>{row.kept_away.toLocaleString("en")}</td>
                      <td>
                        <Button
                          variant="text"
                          aria-label={`Let come again: ${WHO[row.by](row.key)}`}
                          onClick={() => setBack(row)}
                        >
                          Let come again
                        </Button>
                      </td>
                    </tr>
                  ))}
                </tbody>
              </table>
            )}
          </>
        )}
        {back && (
          <ChoiceDialog
            some={{ by: back.by, keys: [back.key] }}
            who={WHO[back.by](back.key)}
            choice="none"
            close={() => setBack(undefined)}
            done={() => setBack(undefined)}
          />
        )}
        <Fault of={blocked} />
      </main>
    </div>
  );
}
