import Button from "@mui/material/Button";
import { useState } from "react";
import type { Act } from "../../api/client";
import { useBackTimes, useKeepUntil } from "../../api/queries";
import { useKey } from "../../parts/keys";

/** Keeps a message first in its band, until it is cleared or until a moment. */
export function KeepPane({ id, act, close }: { id: number; act: (act: Act, ids: number[]) => void; close: () => void }) {
  const times = useBackTimes().data?.choices ?? [];
  const keep = useKeepUntil();
  const [date, setDate] = useState("");
  useKey("close", close);
  const until = (moment: string) => {
    close();
    keep.mutate({ messages: [id], until: moment });
  };
  return (
    <section className="make-rule" aria-label="Keep at top">
      <h2>Keep at top</h2>
      <div className="chips" role="group" aria-label="Until when">
        <button
          type="button"
          className="chip"
          autoFocus
          onClick={() => {
            close();
            act("keep", [id]);
          }}
        >
          until it is cleared
        </button>
        {times.map((choice) => (
          <button key={choice.label} type="button" className="chip" onClick={() => until(choice.until)}>
            until {choice.label} <i>{choice.moment}</i>
          </button>
        ))}
      </div>
      <div className="line">
        or through
        <input
          className="slot-input"
          type="date"
          aria-label="Last day at top"
          value={date}
          onChange={(event) => setDate(event.target.value)}
        />
        <Button disabled={!date} onClick={() => until(`${date}T23:59`)}>
          Until then
        </Button>
      </div>
      <div className="make-foot">
        <Button onClick={close}>Cancel</Button>
      </div>
    </section>
  );
}
