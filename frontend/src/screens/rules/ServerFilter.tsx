import Button from "@mui/material/Button";
import { useState } from "react";
import { useServerFilter } from "../../api/rulebook";
import { Check } from "../../parts/Check";
import { Fault } from "../../parts/Fault";
import { MadeFile } from "../../parts/MadeFile";
import ui from "../../parts/page.module.css";
import { saveFile } from "../../parts/saveFile";
import styles from "./carry.module.css";

/** What a server's own mail filter can do while Up Front is off: whole rules, and for each that stays, why. */
export function ServerFilter() {
  const [wish, setWish] = useState({ close: false, away: false });
  const filter = useServerFilter(wish);
  const data = filter.data;
  return (
    <section aria-labelledby="server-filter">
      <div className={ui.band}>
        <h2 id="server-filter">Carry to your server’s filter</h2>
      </div>
      <p className={ui.sub}>
        Many mail servers run a filter in the open language of RFC 5228. What your rules say of labels, flags and reading can go
        there and works while Up Front is off; everything else stays here. It marks mail, and moves and loses none.
      </p>
      <Check
        label="Texts, sizes and numbers of people too"
        tip="The server compares them nearly as Up Front does: an accent makes another letter there."
        on={wish.close}
        turn={(close) => setWish({ ...wish, close })}
      />
      {data?.away && (
        <Check
          label="The away notice too"
          tip="Then end it here, or both would answer."
          on={wish.away}
          turn={(away) => setWish({ ...wish, away })}
        />
      )}
      {data && (
        <>
          <p>
            <b>{data.lead}</b>
            {data.goes.length > 0 && ` ${data.goes.map((name) => `“${name}”`).join(", ")}.`}
            {data.keywords.length > 0 && ` Labels become the keywords ${data.keywords.map(({ keyword }) => keyword).join(", ")}.`}
          </p>
          {data.away_stays && <p className={ui.hint}>{data.away_stays}</p>}
          {data.stays.length > 0 && (
            <details>
              <summary>What stays here, and why ({data.stays.length})</summary>
              <ul className={styles.stays}>
                {data.stays.map(({ name, why }) => (
                  <li key={name}>
                    <b>{name}</b> {why.join(" ")}
                  </li>
                ))}
              </ul>
            </details>
          )}
          <MadeFile says="The filter itself" text={data.text} />
          <div className={ui.rowOf}>
            <Button
              disabled={data.goes.length === 0 && !(wish.away && !data.away_stays)}
              onClick={() => saveFile("up-front.sieve", data.text, "application/sieve")}
            >
              Save the filter
            </Button>
            {data.needs.length > 0 && <span className={ui.quiet}>Your server must know: {data.needs.join(", ")}.</span>}
          </div>
        </>
      )}
      <Fault of={filter} />
    </section>
  );
}
