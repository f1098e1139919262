import Button from "@mui/material/Button";
import { useCheckUp, useLookAgain } from "../../../api/checkUp";
import { Fault } from "../../../parts/Fault";
import ui from "../../../parts/page.module.css";
import { useFallenFocus } from "../../../parts/useFallenFocus";
import { RulesNav } from "../RulesNav";
import styles from "./checkUp.module.css";
import { Finding } from "./Finding";

/** What the rules could do better without: what is proved of them, what was seen, and what is left alone. */
export function CheckUpScreen() {
  const checkUp = useCheckUp();
  const lookAgain = useLookAgain();
  const page = checkUp.data;
  const heading = useFallenFocus(page);
  return (
    <div className={ui.screen}>
      <main className={`${ui.list} ${ui.rulesList}`}>
        <RulesNav />
        {!page && !checkUp.isError && <p className={ui.quiet}>Going through your rules and the mail of the last 90 days …</p>}
        {page && (
          <>
            <h1 className={ui.lead} {...heading}>
              {page.lead}
            </h1>
            <p className={ui.sub}>{page.basis} Nothing is changed unless you choose it, and each change can be taken back.</p>
            <ol className={styles.findings}>
              {page.findings.map((finding) => (
                <Finding key={finding.key} finding={finding} />
              ))}
            </ol>
            {page.left_alone.length > 0 && (
              <section aria-labelledby="left-alone">
                <h2 id="left-alone" className={ui.smallHead}>
                  Left alone, until what they are about is changed
                </h2>
                <ul className={styles.others}>
                  {page.left_alone.map(({ key, said, reason }) => (
                    <li key={key}>
                      <span>
                        {said} <i>{reason}</i>
                      </span>
                      <Button
                        variant="text"
                        disabled={lookAgain.isPending}
                        onClick={() => lookAgain.mutate(key)}
                        aria-label={`Look at it again: ${said}`}
                      >
                        Look at it again
                      </Button>
                    </li>
                  ))}
                </ul>
              </section>
            )}
          </>
        )}
        <Fault of={checkUp} />
      </main>
    </div>
  );
}
