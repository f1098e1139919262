import { Link } from "react-router";
import { useKeepProposals, useProposals } from "../../../api/proposals";
import { DaysSlot } from "../../../parts/DaysSlot";
import { Fault } from "../../../parts/Fault";
import ui from "../../../parts/page.module.css";
import { useFallenFocus } from "../../../parts/useFallenFocus";
import { RulesNav } from "../RulesNav";
import { Asking } from "./Asking";
import { Offers } from "./Offers";
import styles from "./proposals.module.css";

const DAYS = [3, 7, 14, 30, 90];

/** What rules that ask first propose: done or left, one by one, all of a rule, or from now on without asking. */
export function ProposalsScreen() {
  const proposals = useProposals();
  const keep = useKeepProposals();
  const page = proposals.data;
  const heading = useFallenFocus(page);
  return (
    <div className={ui.screen}>
      <main className={`${ui.list} ${ui.rulesList}`}>
        <RulesNav />
        {page && (
          <>
            <h1 className={ui.lead} {...heading}>
              {page.lead}
            </h1>
            <p className={ui.sub}>
              A rule that asks first changes nothing by itself, and holds nothing back for it. What you clear or discard meanwhile
              needs no answer; a question goes by itself after{" "}
              <DaysSlot
                label="After how many days a question goes"
                days={page.days}
                among={DAYS}
                change={(days) => keep.mutate(days)}
              />
              .
            </p>
            {page.rules.map((rule) => (
              <Asking key={rule.id} rule={rule} />
            ))}
            {page.rules.length === 0 && page.quiet.length === 0 && (
              <p className={ui.quiet}>
                To have a rule ask, open it under <Link to="/rules">All rules</Link> and switch on “ask me first”.
              </p>
            )}
            <Offers />
            {page.quiet.length > 0 && (
              <section aria-labelledby="quiet-rules">
                <h2 id="quiet-rules" className={ui.smallHead}>
                  Rules that ask first, and have nothing to ask
                </h2>
                <ul className={styles.quietRules}>
                  {page.quiet.map(({ id, name, answered, done }) => (
                    <li key={id}>
                      <Link to={`/rules/${id}`}>{name}</Link>
                      {answered > 0 && ` was right ${done} of ${answered} times`}
                    </li>
                  ))}
                </ul>
              </section>
            )}
          </>
        )}
        <Fault of={proposals} />
      </main>
    </div>
  );
}
