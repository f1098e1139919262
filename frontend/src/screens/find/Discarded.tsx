import Button from "@mui/material/Button";
import { useState } from "react";
import { useDiscarded, useEmptyDiscarded, useKeepDiscarded } from "../../api/tidying";
import { NumberSlot } from "../../parts/fields";
import forms from "../../parts/forms.module.css";
import ui from "../../parts/page.module.css";

/** What is looked for to see discarded mail. */
export const DISCARDED = "it was discarded";
const DEFAULT_DAYS = 90;

/** Discarded mail stays until the person empties it, or for the days they set. */
export function DiscardedLine() {
  const page = useDiscarded().data;
  const keep = useKeepDiscarded();
  const empty = useEmptyDiscarded();
  const [asking, setAsking] = useState(false);
  const [days, setDays] = useState<number>();
  if (!page) return null;
  const shown = days ?? page.keep_days ?? DEFAULT_DAYS;
  const many = page.count === 1 ? "one discarded message" : `${page.count.toLocaleString("en")} discarded messages`;
  return (
    <section className={forms.tidy} aria-label="Discarded mail">
      <div className={ui.conditionLine}>
        {page.keep_days
          ? "Discarded mail is removed from Up Front after"
          : "Discarded mail stays until you empty it. Or remove it from Up Front after"}
        <NumberSlot label="Days that discarded mail is kept" value={shown} least={1} most={3650} change={setDays} />
        days
        {page.keep_days !== shown && (
          <Button variant="text" onClick={() => keep.mutate(shown)}>
            Keep it so
          </Button>
        )}
        {page.keep_days && (
          <Button variant="text" onClick={() => keep.mutate(null)}>
            Never remove it
          </Button>
        )}
      </div>
      {asking ? (
        <div className={ui.rowOf} role="alertdialog" aria-label="Empty discarded mail">
          <span>
            Remove {many} from Up Front for good? This is the one thing that cannot be undone here. Your mailboxes are not
            touched.
          </span>
          <Button
            variant="contained"
            onClick={() => {
              setAsking(false);
              empty.mutate();
            }}
          >
            Remove for good
          </Button>
          <Button onClick={() => setAsking(false)}>Keep them</Button>
        </div>
      ) : (
        <Button disabled={page.count === 0} onClick={() => setAsking(true)}>
          Empty: {many}
        </Button>
      )}
    </section>
  );
}
