import Button from "@mui/material/Button";
import { useState } from "react";
import { useSearchParams } from "react-router";
import { useDay } from "../../api/moment";
import { useReport, type Report } from "../../api/report";
import { Fault } from "../../parts/Fault";
import { DateIn } from "../../parts/pickers";
import ui from "../../parts/page.module.css";
import { Slot } from "../../parts/Slot";
import { MeasureForm } from "./MeasureForm";
import { DayPictures, HourPictures } from "./Pictures";
import { AGAINST, asked, before, OWN, STRETCHES } from "./stretches";
import { Comparison, Lines, Marks } from "./Tables";
import styles from "./report.module.css";

const DAYS = [...STRETCHES.map(({ value, label }) => ({ value, label })), { value: OWN, label: "from … to …" }];

/** Where the person's own measure stands. */
function Measured({ report, change }: { report: Report; change: () => void }) {
  return (
    <section className={report.measured.length > 0 ? styles.measured : undefined} aria-label="My measure, as it stands">
      {report.measured.map(({ kind, title, said, kept }) => (
        <p key={kind} className={kept === false ? styles.missed : undefined}>
          <b>{title}</b>: {said}
          {kept === true && " — as you wish it"}
          {kept === false && " — not as you wish it"}
        </p>
      ))}
      <Button variant="text" className={styles.noPrint} onClick={change}>
        {report.measured.length > 0 ? "Change my measure" : "Choose my measure"}
      </Button>
    </section>
  );
}

/** What mail does to the days: a sentence, pictures, tables; against other days; what changes of the rules did. */
export function ReportScreen() {
  const [given, give] = useSearchParams();
  const today = useDay().data?.date;
  const of = today ? asked(given, today) : undefined;
  const report = useReport(of);
  const [measuring, setMeasuring] = useState(false);
  const change = (changes: Record<string, string>) =>
    give((now) => {
      const next = new URLSearchParams(now);
      Object.entries(changes).forEach(([name, value]) => (value ? next.set(name, value) : next.delete(name)));
      return next;
    });
  const days = given.get("days") ?? "30";
  const against = given.get("against") ?? "";
  const page = report.data;
  const own = (name: string, label: string) => (
    <DateIn label={label} value={given.get(name) ?? ""} change={(value) => change({ [name]: value })} />
  );
  const chooseDays = (value: string) =>
    change(value === OWN && of ? { days: OWN, from: of.from, until: of.until } : { days: value, from: "", until: "" });
  const chooseAgainst = (value: string) => {
    const [from, until] = value === OWN && of ? before(of.from, of.until) : ["", ""];
    change({ against: value, against_from: from, against_until: until });
  };
  return (
    <div className={ui.screen}>
      <main className={`${ui.list} ${styles.report}`}>
        <h1 className={styles.lead}>{page?.lead ?? "What mail does to your days"}</h1>
        <p className={ui.sub}>
          {page?.rest} {page?.begins} {page?.going_on && "Today is counted as far as it has gone."}
        </p>
        <div className={`${styles.choose} ${styles.noPrint}`}>
          <Slot label="Which days" value={days} choices={DAYS} change={chooseDays} />
          {days === OWN && (
            <>
              {own("from", "From")} to {own("until", "To")}
            </>
          )}
          <span>against</span>
          <Slot label="Against which days" value={against} choices={AGAINST} change={chooseAgainst} />
          {against === OWN && (
            <>
              {own("against_from", "Against, from")} to {own("against_until", "Against, to")}
            </>
          )}
          {of && (
            <Button variant="text" component="a" href={`/api/report.csv?from=${of.from}&until=${of.until}`} download>
              As a table (CSV)
            </Button>
          )}
          <Button variant="text" onClick={() => window.print()}>
            Print
          </Button>
        </div>
        <Fault of={report} />
        {page && (
          <>
            {measuring ? (
              <MeasureForm measure={page.measure} close={() => setMeasuring(false)} />
            ) : (
              <Measured report={page} change={() => setMeasuring(true)} />
            )}
            {page.against && (
              <section aria-label="Against other days" className={styles.mark}>
                <h2>Against other days</h2>
                <p className={ui.quiet}>{page.against.lead}</p>
                <Comparison rows={page.against.compared} caption="Against other days" heads={["Then", "Now"]} />
              </section>
            )}
            <DayPictures report={page} />
            <div className={styles.two}>
              <div>
                <HourPictures report={page} />
                <section aria-label="What changes did">
                  <h2>What changes of rules and plan did</h2>
                  <p className={ui.quiet}>
                    Up to four weeks before and after, on the same weekdays, days off left out; figures of a working day.
                  </p>
                  <Marks report={page} />
                </section>
              </div>
              <section aria-label="Figures">
                <h2>In figures</h2>
                <Lines report={page} />
              </section>
            </div>
          </>
        )}
      </main>
    </div>
  );
}
