import Button from "@mui/material/Button";
import { Link } from "react-router";
import { useLoudness } from "../../api/alerts";
import { useQuieten } from "../../api/rules";
import { Fault } from "../../parts/Fault";
import ui from "../../parts/page.module.css";
import { AlertsNav } from "./AlertsNav";
import styles from "./loud.module.css";
import { Loudness } from "./Loudness";

/** How loud the rulebook was, by rule and loudness, and what of it was opened. */
export function LoudScreen() {
  const loudness = useLoudness();
  const quieten = useQuieten();
  const page = loudness.data;
  return (
    <div className={ui.screen}>
      <main className={ui.list}>
        <AlertsNav />
        <h1 className={ui.lead}>{page?.lead ?? "How loud the rules are"}</h1>
        {page && page.rules.length > 0 && (
          <>
            <p className={ui.sub}>
              Over {page.days === 1 ? "one day" : `the last ${page.days} days`}: {page.levels.call_out} call-outs,{" "}
              {page.levels.chime} chimes and {page.levels.tap} taps a day.
              {page.silenced > 0 && ` ${page.silenced} more were silenced.`}
            </p>
            <div className={styles.loudScroll}>
              <table className={styles.loud}>
                <thead>
                  <tr>
                    <th scope="col">Rule</th>
                    <th scope="col">Loudness</th>
                    <th scope="col">a day</th>
                    <th scope="col">in all</th>
                    <th scope="col">opened within 5 min</th>
                    <th scope="col">never opened</th>
                    <th scope="col">
                      <span className="unseen">Make it quieter</span>
                    </th>
                  </tr>
                </thead>
                <tbody>
                  {page.rules.map((row) => (
                    <tr key={row.rule + row.level}>
                      <th scope="row">{row.rule_id ? <Link to={`/rules/${row.rule_id}`}>{row.rule}</Link> : row.rule}</th>
                      <td>
                        <Loudness level={row.level} />
                      </td>
                      <td>{row.a_day}</td>
                      <td>{row.count}</td>
                      <td>{row.soon}</td>
                      <td className={row.count > 2 && row.never * 2 > row.count ? styles.much : ""}>{row.never}</td>
                      <td>
                        {row.quieter && row.rule_id ? (
                          <Button
                            variant="text"
                            onClick={() => quieten.mutate(row.rule_id!)}
                            aria-label={`Make it quieter: ${row.rule}`}
                          >
                            Make it quieter
                          </Button>
                        ) : (
                          <span className={ui.quiet}>not so loud any more</span>
                        )}
                      </td>
                    </tr>
                  ))}
                </tbody>
              </table>
            </div>
          </>
        )}
        {page?.rules.length === 0 && (
          <p className={ui.sub}>Once rules alert, this shows how often, and how much of it you opened.</p>
        )}
        <Fault of={loudness} />
      </main>
    </div>
  );
}
