import Button from "@mui/material/Button";
import { Link } from "react-router";
import type { Learned } from "../../../api/client";
import { useLearned, useNotLearned } from "../../../api/proposals";
import { useMakeRule } from "../../../api/rules";
import { Fault } from "../../../parts/Fault";
import ui from "../../../parts/page.module.css";
import { useBeginRule } from "../../../rule/beginning";
import styles from "./proposals.module.css";

/** One rule that is offered, with what it rests on. */
function Offer({ offer }: { offer: Learned["offers"][number] }) {
  const make = useMakeRule();
  const not = useNotLearned();
  const begin = useBeginRule();
  const going = make.isPending || not.isPending;
  const name = offer.body.name;
  return (
    <section className={styles.asking} aria-label={name}>
      <h3>{name}</h3>
      <p className={styles.sentence}>{offer.sentence}</p>
      <p className={styles.basis}>
        {offer.evidence} {offer.sure} {offer.would}
        {offer.against && (
          <>
            {" "}
            It goes against <Link to={`/rules/${offer.against.id}`}>{offer.against.name}</Link>, and would be read before it.
          </>
        )}
      </p>
      <div className={ui.rowOf}>
        <Button disabled={going} onClick={() => make.mutate({ body: offer.body })} aria-label={`Make it: ${name}`}>
          Make it
        </Button>
        <Button disabled={going} onClick={() => begin({ body: offer.body })} aria-label={`Change it first: ${name}`}>
          Change it first
        </Button>
        <Button
          variant="text"
          disabled={going}
          onClick={() => not.mutate({ key: offer.key, sender: false })}
          aria-label={`Not this: ${name}`}
        >
          Not this
        </Button>
        {offer.sender && (
          <Button variant="text" disabled={going} onClick={() => not.mutate({ key: offer.key, sender: true })}>
            Nothing about {offer.name}
          </Button>
        )}
      </div>
      <Fault of={make} />
    </section>
  );
}

/** Rules for what one does again and again by hand; none is made without being asked for. */
export function Offers() {
  const learned = useLearned();
  const offers = learned.data?.offers ?? [];
  if (offers.length === 0) return null;
  return (
    <section aria-labelledby="learned">
      <h2 id="learned" className={ui.smallHead}>
        You do this again and again: a rule could
      </h2>
      <p className={styles.basis}>
        Counted from what you did in the last {learned.data!.days} days, never from what a message says. Nothing is made unless
        you choose it.
      </p>
      {offers.map((offer) => (
        <Offer key={offer.key} offer={offer} />
      ))}
    </section>
  );
}
