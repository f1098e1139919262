import Button from "@mui/material/Button";
import { useCalendarAddress, useNewCalendarAddress } from "../../api/plan";
import ui from "../../parts/page.module.css";
import styles from "./side.module.css";

/** The rounds and what comes back, for any calendar program: as a file, or at an address with a secret in it. */
export function CalendarAddress() {
  const path = useCalendarAddress().data?.path;
  const renew = useNewCalendarAddress();
  return (
    <section aria-label="For your calendar">
      <h2>For your calendar</h2>
      {path ? (
        <>
          <p className={ui.sub}>Any calendar program on this machine reads the rounds, and what you put off, at this address:</p>
          <p className={styles.weekAddress}>
            <code>
              {window.location.origin}
              {path}
            </code>
          </p>
          <div className={ui.rowOf}>
            <Button component="a" href={path} download="up-front.ics">
              Save as a file
            </Button>
            <Button onClick={() => renew.mutate()}>Change the address</Button>
          </div>
        </>
      ) : (
        <div className={ui.rowOf}>
          <Button onClick={() => renew.mutate()}>Make an address for calendar programs</Button>
        </div>
      )}
    </section>
  );
}
