import Button from "@mui/material/Button";
import ToggleButton from "@mui/material/ToggleButton";
import ToggleButtonGroup from "@mui/material/ToggleButtonGroup";
import type { Trial, Tried } from "../../../api/client";

export type Days = 7 | 30 | 90;
/** What a rule that is there already is compared with: itself as it is saved, or there being no such rule. */
export type Against = "saved" | "none";
const number = (value: number | undefined) => (value ?? 0).toLocaleString("en");

export function TriedRow({ tried, asks = false }: { tried: Tried; asks?: boolean }) {
  return (
    <li className={tried.matched ? "tried" : "tried unmatched"}>
      <b>{tried.sender || "(no sender)"}</b>
      <span className="tried-subject">{tried.subject || "(no subject)"}</span>
      <time>{tried.when}</time>
      <span className="tried-change">
        {tried.changes.map((change, index) => (
          <span key={change.topic}>
            {index > 0 && " · "}
            <b>{change.now}</b>, was {change.was}
          </span>
        ))}
        {tried.changes.length === 0 && (!tried.matched ? "not matched" : asks ? "would ask you" : "no change")}
      </span>
      {tried.reason && <small>{tried.reason}</small>}
    </li>
  );
}

function Bars({ bars }: { bars: NonNullable<Trial["bars"]> }) {
  const most = Math.max(1, ...bars.map(({ all }) => all));
  const first = bars[0]!;
  const last = bars[bars.length - 1]!;
  return (
    <figure className="bars" aria-label="Matches a day">
      <div className="bars-plot">
        {bars.map(({ date, label, all, matched }) => (
          <span key={date} title={`${label}: ${matched} of ${all}`} style={{ height: `${(all / most) * 100}%` }}>
            <i style={{ height: all ? `${(matched / all) * 100}%` : 0 }} />
          </span>
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

function Figures({ trial }: { trial: Trial }) {
  const { before, after } = trial.alerts ?? { before: 0, after: 0 };
  const waits = (trial.wait ?? 0) + (trial.never ?? 0);
  return (
    <div className="figures">
      <div>
        <b>{number(trial.matches)}</b>
        <span>of {number(trial.of)} messages match</span>
      </div>
      <div>
        <b>{number(trial.straight)}</b>
        <span>
          straight in{trial.straight_more ? `, ${number(trial.straight_more)} of them waited` : ""};{" "}
          {waits ? `${number(trial.wait)} wait` : "none wait"}
          {trial.never ? `, ${number(trial.never)} never surface` : ""}
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
  trial: Trial | undefined;
  days: Days;
  choose: (days: Days) => void;
  waiting: boolean;
  against: Against | undefined;
  compare: (against: Against) => void;
};

/** A draft tried on the mail of the last days. Nothing is changed by it. */
export function TryPane({ trial, days, choose, waiting, against, compare }: Given) {
  const differ = trial?.changed ?? 0;
  return (
    <aside className="sheet try" aria-label="Try it" aria-busy={waiting}>
      <div className="sheet-scroll">
        <div className="try-head">
          <h2>Try it</h2>
          <ToggleButtonGroup
            exclusive
            value={days}
            onChange={(_, next: Days | null) => next && choose(next)}
            aria-label="How far back"
          >
            {([7, 30, 90] as const).map((each) => (
              <ToggleButton key={each} value={each}>
                {each} days
              </ToggleButton>
            ))}
          </ToggleButtonGroup>
        </div>
        <p className="sub">On the last {days} days of your mail, as if the rule were on. Nothing is changed.</p>
        {trial?.ready ? (
          <>
            {trial.first && (
              <>
                <h3 className="small-head">The message it began from</h3>
                <ol className="tries">
                  <TriedRow tried={trial.first} asks={trial.asks} />
                </ol>
              </>
            )}
            <Figures trial={trial} />
            {trial.bars && <Bars bars={trial.bars} />}
            {trial.held && (
              <p className="hint" role="status">
                When you save: {trial.held}
              </p>
            )}
            {trial.asks && <p className="hint">It asks first: nothing changes by itself, each match is put to you.</p>}
            <div className="try-head claims-head">
              <h3 className="small-head">
                {against === "none"
                  ? `${differ === 0 ? "No claim is" : differ === 1 ? "One claim is" : `${number(differ)} claims are`} otherwise than without it`
                  : `${differ === 0 ? "No claim" : differ === 1 ? "One claim" : `${number(differ)} claims`} would change`}
              </h3>
              {against && (
                <Button variant="text" onClick={() => compare(against === "none" ? "saved" : "none")}>
                  {against === "none" ? "Compare with it as saved" : "Compare with no such rule"}
                </Button>
              )}
            </div>
            <ol className="tries">
              {trial.messages?.map((tried) => (
                <TriedRow key={tried.id} tried={tried} asks={trial.asks} />
              ))}
            </ol>
            {(trial.messages?.length ?? 0) < (trial.matches ?? 0) && (
              <p className="quiet">
                These are the newest {trial.messages?.length} of {number(trial.matches)}.
              </p>
            )}
          </>
        ) : (
          <p className="quiet">{trial ? "There is nothing to try yet." : "Looking at your mail …"}</p>
        )}
      </div>
    </aside>
  );
}
