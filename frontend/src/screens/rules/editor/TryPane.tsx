import Button from "@mui/material/Button";
import { Link } from "react-router";
import type { DryRun, ReplaySide } from "../../../api/client";
import { OneOf } from "../../../parts/OneOf";
import { OnMessage } from "./OnMessage";
import ui from "../../../parts/page.module.css";
import { Tip } from "../../../parts/Tip";
import triedStyles from "../../../rule/tried.module.css";
import { TriedRow } from "../../../rule/TriedRow";
import styles from "./try.module.css";

export type Days = 7 | 30 | 90;
const REACHES = ([7, 30, 90] as const).map((value) => ({ value, label: `${value} days` }));
/** What a rule that is there already is compared with: itself as it is saved, or there being no such rule. */
export type Against = "saved" | "none";
const number = (value: number | undefined) => (value ?? 0).toLocaleString("en");

function Bars({ bars }: { bars: NonNullable<DryRun["bars"]> }) {
  const most = Math.max(1, ...bars.map(({ all }) => all));
  const first = bars[0]!;
  const last = bars[bars.length - 1]!;
  return (
    <figure className={styles.bars} aria-label="Matches a day">
      <div className={styles.barsPlot}>
        {bars.map(({ date, label, all, matched }) => (
          <Tip key={date} says={`${label}: ${matched} of ${all}`}>
            <span style={{ height: `${(all / most) * 100}%` }}>
              <i style={{ height: all ? `${(matched / all) * 100}%` : 0 }} />
            </span>
          </Tip>
        ))}
      </div>
      <figcaption>
        <span>{first.label}</span>
        <span>matches a day</span>
        <span>{last.label}</span>
      </figcaption>
    </figure>
  );
}

function Figures({ dryRun }: { dryRun: DryRun }) {
  const { before, after } = dryRun.alerts ?? { before: 0, after: 0 };
  const waits = (dryRun.wait ?? 0) + (dryRun.never ?? 0);
  return (
    <div className={styles.figures}>
      <div>
        <b>{number(dryRun.matches)}</b>
        <span>of {number(dryRun.of)} messages match</span>
      </div>
      <div>
        <b>{number(dryRun.straight)}</b>
        <span>
          straight in{dryRun.straight_more ? `, ${number(dryRun.straight_more)} of them waited` : ""};{" "}
          {waits ? `${number(dryRun.wait)} wait` : "none wait"}
          {dryRun.never ? `, ${number(dryRun.never)} never surface` : ""}
        </span>
      </div>
      <div>
        <b>{after}</b>
        <span>
          alerts on a working day, {before === after ? "as before" : `${after > before ? "up" : "down"} from ${before}`}
        </span>
      </div>
    </div>
  );
}

type Given = {
  dryRun: DryRun | undefined;
  days: Days;
  choose: (days: Days) => void;
  waiting: boolean;
  /** whether it is written as text that cannot be read yet */
  unread: boolean;
  /** tries it on a message of one's choice */
  on: (message: number | undefined) => void;
  against: Against | undefined;
  compare: (against: Against) => void;
  /** the rulebook with the draft in it */
  replay: ReplaySide;
};

/** A draft tried on the mail of the last days. Nothing is changed by it. */
export function TryPane({ dryRun, days, choose, waiting, unread, on, against, compare, replay }: Given) {
  const why = unread ? "The text cannot be read yet." : dryRun?.unfinished.length ? "A condition still wants its words." : "";
  const differ = dryRun?.changed ?? 0;
  return (
    <aside className={`${ui.sheet} ${ui.try}`} aria-label="Try it" aria-busy={waiting}>
      <div className={ui.sheetScroll}>
        <div className={styles.tryHead}>
          <h2>Try it</h2>
          <OneOf label="How far back" value={days} choices={REACHES} change={choose} />
        </div>
        <p className={ui.sub}>
          On the last {days} days of your mail, as if the rule were on. Nothing is changed. {dryRun?.reaches}
        </p>
        <OnMessage on={on} />
        {dryRun?.ready && !unread ? (
          <>
            {dryRun.first && (
              <>
                <h3 className={ui.smallHead}>On {dryRun.first.id ? "this message" : "the message that breaks the promise"}</h3>
                <ol className={triedStyles.tries}>
                  <TriedRow tried={dryRun.first} asks={dryRun.asks} />
                </ol>
              </>
            )}
            <Figures dryRun={dryRun} />
            {dryRun.bars && <Bars bars={dryRun.bars} />}
            {dryRun.asleep && (
              <p className={ui.hint} role="status">
                {dryRun.asleep}
              </p>
            )}
            {dryRun.held && (
              <p className={ui.hint} role="status">
                When you save: {dryRun.held}
              </p>
            )}
            <p>
              <Link to="/rules/replay" state={{ draft: replay }}>
                Replay your mail with it
              </Link>
            </p>
            {dryRun.asks && <p className={ui.hint}>It asks first: nothing changes by itself, each match is put to you.</p>}
            <div className={`${styles.tryHead} ${styles.claimsHead}`}>
              <h3 className={ui.smallHead}>
                {against === "none"
                  ? `${differ === 0 ? "No claim is" : differ === 1 ? "One claim is" : `${number(differ)} claims are`} different because of it`
                  : `${differ === 0 ? "No claim" : differ === 1 ? "One claim" : `${number(differ)} claims`} would change`}
              </h3>
              {against && (
                <Button variant="text" onClick={() => compare(against === "none" ? "saved" : "none")}>
                  {against === "none" ? "Compare with it as saved" : "Compare with no such rule"}
                </Button>
              )}
            </div>
            <ol className={triedStyles.tries}>
              {dryRun.messages?.map((tried) => (
                <TriedRow key={tried.id} tried={tried} asks={dryRun.asks} />
              ))}
            </ol>
            {(dryRun.messages?.length ?? 0) < (dryRun.matches ?? 0) && (
              <p className={ui.quiet}>
                These are the newest {dryRun.messages?.length} of {number(dryRun.matches)}.
              </p>
            )}
          </>
        ) : (
          <p className={ui.quiet}>{dryRun ? `There is nothing to try yet. ${why}` : "Looking at your mail …"}</p>
        )}
      </div>
    </aside>
  );
}
