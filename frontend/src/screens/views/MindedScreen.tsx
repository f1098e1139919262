import Button from "@mui/material/Button";
import { Link } from "react-router";
import { useMinded, useMindThread } from "../../api/messages";
import { useViews } from "../../api/views";
import { Fault } from "../../parts/Fault";
import ui from "../../parts/page.module.css";
import { ViewTabs } from "./ViewTabs";
import styles from "./minded.module.css";

/** The conversations that are followed or muted, and where that is ended. */
export function MindedScreen() {
  const minded = useMinded();
  const mind = useMindThread();
  const views = useViews();
  const all = minded.data?.conversations ?? [];
  return (
    <div className={ui.screen}>
      <main className={ui.list}>
        {views.data && <ViewTabs views={views.data.views} chosen={undefined} />}
        <h1 className={ui.lead}>{all.length === 0 ? "No conversation is followed or muted." : "Followed and muted"}</h1>
        <p className={ui.sub}>
          What comes into a conversation that is followed comes straight in, high at least; what comes into one that is muted
          stays off the Front and silent. Both go by the messages that answer one another, not by the subject.
        </p>
        <ul className={styles.minded}>
          {all.map(({ id, subject, sender, word, since, count }) => (
            <li key={id}>
              <span>
                <b>{word === "followed" ? "Followed" : "Muted"}</b> <Link to={`/front/${id}`}>{subject || "(no subject)"}</Link>
                <small>
                  {" "}
                  {count === 1 ? "one message" : `${count.toLocaleString("en")} messages`}, the last from {sender}; since {since}
                </small>
              </span>
              <Button variant="text" aria-label={`No longer: ${subject}`} onClick={() => mind.mutate({ id, word: "neither" })}>
                No longer
              </Button>
            </li>
          ))}
        </ul>
        <Fault of={minded} />
      </main>
    </div>
  );
}
