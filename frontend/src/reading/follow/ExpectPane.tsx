import Button from "@mui/material/Button";
import type { Sheet } from "../../api/client";
import { useAwaitNoLonger, useExpect } from "../../api/following";
import { Fault } from "../../parts/Fault";
import { useKey } from "../../parts/keys";
import ui from "../../parts/page.module.css";
import styles from "../sheet/pane.module.css";
import { DayChoice } from "./DayChoice";

/** By when an answer is awaited to what was sent. */
export function ExpectPane({ sheet, close }: { sheet: Sheet; close: () => void }) {
  const expect = useExpect();
  const drop = useAwaitNoLonger();
  useKey("close", close, true, true);
  const row = sheet.awaited?.state === "open" ? sheet.awaited : undefined;
  return (
    <section className={styles.makeRule} aria-label="Await an answer">
      <h2>
        {row
          ? row.overdue
            ? `The answer is overdue ${row.due}`
            : `An answer is awaited ${row.due}`
          : "I expect an answer within …"}
      </h2>
      {sheet.may_expect || row ? (
        <DayChoice says="By when" choose={(by) => expect.mutate({ message: sheet.id, by }, { onSuccess: close })} />
      ) : (
        <p className={ui.quiet}>
          {sheet.awaited
            ? sheet.awaited.said
            : "You did not send this message to anybody else: nobody owes you an answer to it. Open one that you sent."}
        </p>
      )}
      <p className={ui.quiet}>Any of those it went to ends it with an answer; an automatic reply does not.</p>
      <Fault of={expect} />
      <div className={styles.makeFoot}>
        <Button onClick={close}>Cancel</Button>
        {row && (
          <Button variant="text" onClick={() => drop.mutate(row.id, { onSuccess: close })}>
            No longer awaited
          </Button>
        )}
      </div>
    </section>
  );
}
