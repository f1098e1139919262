import Button from "@mui/material/Button";
import ToggleButton from "@mui/material/ToggleButton";
import ToggleButtonGroup from "@mui/material/ToggleButtonGroup";
import type { DryRun, Tried } from "../../../api/client";

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

function Bars({ bars }: { bars: NonNullable<DryRun["bars"]> }) {
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

function Figures({ dryRun }: { dryRun: DryRun }) {
  const { before, after } = dryRun.alerts ?? { before: 0, after: 0 };
  const waits = (dryRun.wait ?? 0) + (dryRun.never ?? 0);
  return (
    <div className="figures">
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
  against: Against | undefined;
  compare: (against: Against) => void;
};

/** A draft tried on the mail of the last days. Nothing is changed by it. */
export function TryPane({ dryRun, days, choose, waiting, against, compare }: Given) {
  const differ = dryRun?.changed ?? 0;
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
        {dryRun?.ready ? (
          <>
            {dryRun.first && (
              <>
                <h3 className="small-head">The message it began from</h3>
                <ol className="tries">
                  <TriedRow tried={dryRun.first} asks={dryRun.asks} />
                </ol>
              </>
            )}
            <Figures dryRun={dryRun} />
            {dryRun.bars && <Bars bars={dryRun.bars} />}
            {dryRun.held && (
              <p className="hint" role="status">
                When you save: {dryRun.held}
              </p>
            )}
            {dryRun.asks && <p className="hint">It asks first: nothing changes by itself, each match is put to you.</p>}
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
              {dryRun.messages?.map((tried) => (
                <TriedRow key={tried.id} tried={tried} asks={dryRun.asks} />
              ))}
            </ol>
            {(dryRun.messages?.length ?? 0) < (dryRun.matches ?? 0) && (
              <p className="quiet">
                These are the newest {dryRun.messages?.length} of {number(dryRun.matches)}.
              </p>
            )}
          </>
        ) : (
          <p className="quiet">{dryRun ? "There is nothing to try yet." : "Looking at your mail …"}</p>
        )}
      </div>
    </aside>
  );
}
