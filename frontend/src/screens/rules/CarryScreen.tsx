import Button from "@mui/material/Button";
import ToggleButton from "@mui/material/ToggleButton";
import ToggleButtonGroup from "@mui/material/ToggleButtonGroup";
import { useRef, useState } from "react";
import { Link, useNavigate } from "react-router";
import { useBringIn, useRulebookPreview, type RulebookFile } from "../../api/queries";
import { RulesNav } from "./RulesNav";
import "./rules.css";

type Choice = RulebookFile["choices"][string];
const CHOICES: Record<Choice, string> = { mine: "keep mine", theirs: "take the file’s", both: "keep both" };
const WAYS = { add: "Add to mine", replace: "Put in place of mine" };

/** The whole rulebook as a file, out and in; what a file would change is shown first. */
export function CarryScreen() {
  const navigate = useNavigate();
  const [file, setFile] = useState<{ name: string; text: string }>();
  const [way, setWay] = useState<RulebookFile["way"]>("add");
  const [choices, setChoices] = useState<RulebookFile["choices"]>({});
  const field = useRef<HTMLInputElement>(null);
  const given = file && { text: file.text, way, choices };
  const preview = useRulebookPreview(given);
  const bring = useBringIn();
  const page = preview.isError ? undefined : preview.data;
  const read = async (chosen: File | undefined) => {
    if (!chosen) return;
    setFile({ name: chosen.name, text: await chosen.text() });
    setChoices({});
    bring.reset();
  };
  return (
    <div className="screen">
      <main className="list rules-list">
        <RulesNav />
        <h1 className="lead">Carry your rulebook</h1>
        <p className="sub">Rules, groups, labels, inks and the plan in one open file. No mail is in it.</p>
        <div className="band">
          <h2>Take it along</h2>
        </div>
        <p>
          <Button component="a" href="/api/rulebook" download>
            Save all of it as a file
          </Button>{" "}
          or <Link to="/rules">choose some rules</Link> with “Take some along”; what they name goes with them.
        </p>
        <div className="band">
          <h2>Bring one in</h2>
        </div>
        <input
          ref={field}
          type="file"
          accept=".json,application/json"
          className="unseen"
          aria-label="A rulebook file"
          tabIndex={-1}
          onChange={(event) => void read(event.target.files?.[0])}
        />
        <div className="row-of">
          <Button onClick={() => field.current?.click()}>{file ? "Choose another file …" : "Choose a file …"}</Button>
          {file && <b>{file.name}</b>}
          {file && (
            <ToggleButtonGroup
              exclusive
              value={way}
              onChange={(_, next: RulebookFile["way"] | null) => next && setWay(next)}
              aria-label="How"
            >
              {Object.entries(WAYS).map(([key, label]) => (
                <ToggleButton key={key} value={key}>
                  {label}
                </ToggleButton>
              ))}
            </ToggleButtonGroup>
          )}
        </div>
        {preview.isError && (
          <p className="error-text" role="alert">
            {file?.name} cannot be brought in:{"\n"}
            {preview.error.message}
          </p>
        )}
        {page && page.clashes.length > 0 && (
          <section aria-label="Names that clash">
            <h3 className="small-head">Some names are there already, and differ</h3>
            <ul className="clashes">
              {page.clashes.map((clash) => (
                <li key={clash.key}>
                  <p>
                    The {clash.kind} <b>{clash.name}</b>
                  </p>
                  <p>
                    <small>mine</small> {clash.mine}
                  </p>
                  <p>
                    <small>the file’s</small> {clash.theirs}
                  </p>
                  <ToggleButtonGroup
                    exclusive
                    value={choices[clash.key] ?? "mine"}
                    onChange={(_, next: Choice | null) => next && setChoices({ ...choices, [clash.key]: next })}
                    aria-label={`${clash.kind} ${clash.name}`}
                  >
                    {(Object.keys(CHOICES) as Choice[]).map((key) => (
                      <ToggleButton key={key} value={key}>
                        {CHOICES[key]}
                      </ToggleButton>
                    ))}
                  </ToggleButtonGroup>
                </li>
              ))}
            </ul>
          </section>
        )}
        {page && (
          <section aria-label="What it would change" aria-busy={preview.isFetching}>
            <h3 className="small-head">{page.changes.length === 0 ? "Nothing would change" : "What would change"}</h3>
            <ul className="changes">
              {page.changes.map(({ act, what }) => (
                <li key={act + what}>
                  <b>{act}</b> {what}
                </li>
              ))}
            </ul>
            {page.held && <p className="hint">{page.held}</p>}
            <Button
              variant="contained"
              disabled={page.changes.length === 0 || bring.isPending || preview.isFetching}
              onClick={() => bring.mutate(given!, { onSuccess: () => navigate("/rules") })}
            >
              Bring it in
            </Button>
            {bring.isError && (
              <p className="error-text" role="alert">
                {bring.error.message}
              </p>
            )}
          </section>
        )}
      </main>
    </div>
  );
}
