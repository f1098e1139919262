import Button from "@mui/material/Button";
import { useState } from "react";
import { useLeaveHouse, useLookAtHouse, useTakeEdition, useWaiting, type House } from "../../../api/house";
import { Fault } from "../../../parts/Fault";
import ui from "../../../parts/page.module.css";
import { Sure } from "../../../parts/Sure";
import { Edition } from "./Edition";
import { FIRM, MEANS, ORDER } from "./firmness";
import { HouseRow } from "./HouseRow";
import styles from "./house.module.css";

/** A new edition, before it holds. */
function Waiting({ house, waiting }: { house: House; waiting: NonNullable<House["waiting"]> }) {
  const [open, setOpen] = useState(false);
  const edition = useWaiting(open ? house.place : undefined);
  const take = useTakeEdition();
  return (
    <section className={ui.boxed} aria-label={`Edition ${waiting.edition} of ${house.publisher}`}>
      <p>
        <b>
          Edition {waiting.edition} holds from {waiting.holds}.
        </b>{" "}
        {!open && waiting.said}
      </p>
      {!open && waiting.note && <blockquote className={styles.note}>{waiting.note}</blockquote>}
      {open && edition.data && <Edition coming={edition.data} />}
      {open && <Fault of={edition} />}
      <div className={ui.rowOf}>
        <Button aria-expanded={open} onClick={() => setOpen(!open)}>
          {open ? "Hide what changes" : "See what changes"}
        </Button>
        <Button variant="text" disabled={take.isPending} onClick={() => take.mutate(house.place)}>
          Let it hold at once
        </Button>
      </div>
    </section>
  );
}

/** What one office publishes: how it stands there, and its rules by how firm they are. */
export function HousePart({ house, days }: { house: House; days: number }) {
  const look = useLookAtHouse();
  const leave = useLeaveHouse();
  const [leaving, setLeaving] = useState(false);
  const [told] = useState(house.told);
  return (
    <section aria-labelledby={`house-${house.place}`}>
      <div className={ui.band}>
        <h2 id={`house-${house.place}`}>{house.publisher}</h2>
      </div>
      <p className={ui.sub}>
        Edition {house.edition}, published {house.published}; followed since {house.since}, from <code>{house.place}</code>.
        {house.contact && ` Notes go to ${house.contact}.`}
      </p>
      {(house.told ?? told) && <p className={ui.hint}>{house.told ?? told}</p>}
      {house.problem && (
        <Fault
          of={`Since ${house.problem_since} it cannot be read anew; edition ${house.edition} goes on to hold. ${house.problem}`}
        />
      )}
      {house.waiting && <Waiting house={house} waiting={house.waiting} />}
      {ORDER.filter((firmness) => house.rules.some((rule) => rule.firmness === firmness)).map((firmness) => (
        <section key={firmness} aria-label={FIRM[firmness]}>
          <h3 className={styles.firmness}>
            {FIRM[firmness].charAt(0).toUpperCase() + FIRM[firmness].slice(1)} <span>{MEANS[firmness]}</span>
          </h3>
          <ul className={styles.rules}>
            {house.rules
              .filter((rule) => rule.firmness === firmness)
              .map((rule) => (
                <HouseRow key={rule.id} rule={rule} days={days} contact={house.contact} />
              ))}
          </ul>
        </section>
      ))}
      {house.brings && <p className={ui.quiet}>It brings besides: {house.brings}.</p>}
      <div className={ui.rowOf}>
        <Button disabled={look.isPending} onClick={() => look.mutate(house.place)}>
          Look for a new edition
        </Button>
        <Button variant="text" onClick={() => setLeaving(true)}>
          Stop following …
        </Button>
      </div>
      {leaving && (
        <Sure
          title={`Stop following ${house.publisher}?`}
          back="Go on following"
          anyway="Stop following"
          save={() => leave.mutate(house.place)}
          close={() => setLeaving(false)}
        >
          <p>
            Its {house.rules.length === 1 ? "rule decides" : `${house.rules.length} rules decide`} nothing here any more. What
            your own rules name of it stays, as yours. It can be taken back.
          </p>
        </Sure>
      )}
    </section>
  );
}
