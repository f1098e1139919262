import Button from "@mui/material/Button";
import { useState } from "react";
import { useDiscarded, useEmptyDiscarded, useKeepDiscarded } from "../../api/queries";

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
    <section className="tidy" aria-label="Discarded mail">
      <div className="condition-line">
        {page.keep_days
          ? "Discarded mail is removed from Up Front after"
          : "Discarded mail stays until you empty it. Or remove it from Up Front after"}
        <input
          className="slot-input number"
          type="number"
          min={1}
          max={3650}
          aria-label="Days that discarded mail is kept"
          value={shown}
          onChange={(event) => {
            const next = event.target.valueAsNumber;
            if (next >= 1 && next <= 3650) setDays(next);
          }}
        />
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
        <div className="row-of" role="alertdialog" aria-label="Empty discarded mail">
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
