import Button from "@mui/material/Button";
import { useState } from "react";
import { Link, useNavigate } from "react-router";
import { useBringIn, usePersonal, useRulebookPreview, type RulebookFile } from "../../api/rulebook";
import { Fault } from "../../parts/Fault";
import { FileField } from "../../parts/FileField";
import { OneOf } from "../../parts/OneOf";
import ui from "../../parts/page.module.css";
import styles from "./carry.module.css";
import { RulesNav } from "./RulesNav";
import { ServerFilter } from "./ServerFilter";

type Choice = RulebookFile["choices"][string];
const CHOICES: { value: Choice; label: string }[] = [
  { value: "mine", label: "keep mine" },
  { value: "theirs", label: "take the file’s" },
  { value: "both", label: "keep both" },
];
const LACKING: { value: "make" | "leave"; label: string }[] = [
  { value: "make", label: "make it" },
  { value: "leave", label: "leave out what names it" },
];
const WAYS: { value: RulebookFile["way"]; label: string }[] = [
  { value: "add", label: "Add to mine" },
  { value: "replace", label: "Put in place of mine" },
];

/** The whole rulebook as a file, out and in; what a file would change is shown first. */
export function CarryScreen() {
  const navigate = useNavigate();
  const [file, setFile] = useState<{ name: string; text: string }>();
  const [way, setWay] = useState<RulebookFile["way"]>("add");
  const [choices, setChoices] = useState<RulebookFile["choices"]>({});
  const given = file && { text: file.text, way, choices };
  const preview = useRulebookPreview(given);
  const asked = usePersonal();
  const personal = asked.data?.said;
  const bring = useBringIn();
  const page = preview.isError ? undefined : preview.data;
  const read = async (chosen: File | undefined) => {
    if (!chosen) return;
    setFile({ name: chosen.name, text: await chosen.text() });
    setChoices({});
    bring.reset();
  };
  return (
    <div className={ui.screen}>
      <main className={`${ui.list} ${ui.rulesList}`}>
        <RulesNav />
        <h1 className={ui.lead}>Carry your rulebook</h1>
        <p className={ui.sub}>
          Rules, groups, labels, inks, the plan, promises and examples in one open file. But for the examples, no mail is in it.
        </p>
        <div className={ui.band}>
          <h2>Take it along</h2>
        </div>
        <p>
          <Button component="a" href="/api/rulebook" download>
            Save all of it as a file
          </Button>{" "}
          {personal && (
            <Button component="a" variant="text" href="/api/rulebook?examples=false" download>
              without the examples
            </Button>
          )}{" "}
          or <Link to="/rules">choose some rules</Link> with “Take some along”; what they name goes with them.
        </p>
        {personal && (
          <p className={ui.hint}>
            <b>This is personal:</b> {personal}
          </p>
        )}
        <div className={ui.band} hidden={asked.isLoading}>
          <h2>Bring one in</h2>
        </div>
        <div className={ui.rowOf} hidden={asked.isLoading}>
          <FileField label="A rulebook file" accept=".json,application/json" take={([chosen]) => void read(chosen)}>
            {file ? "Choose another file …" : "Choose a file …"}
          </FileField>
          {file && <b>{file.name}</b>}
          {file && <OneOf label="How" value={way} choices={WAYS} change={setWay} />}
        </div>
        {preview.isError && <Fault of={`${file?.name} cannot be brought in:\n${preview.error.message}`} />}
        {page && page.clashes.length > 0 && (
          <section aria-label="Names that clash">
            <h3 className={ui.smallHead}>Some names are there already, and differ</h3>
            <ul className={styles.clashes}>
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
                  <OneOf
                    label={`${clash.kind} ${clash.name}`}
                    value={choices[clash.key] ?? "mine"}
                    choices={CHOICES}
                    change={(next) => setChoices({ ...choices, [clash.key]: next })}
                  />
                </li>
              ))}
            </ul>
          </section>
        )}
        {page && page.lacks.length > 0 && (
          <section aria-label="What is missing">
            <h3 className={ui.smallHead}>It names what it does not bring, and what is not here</h3>
            <ul className={styles.clashes}>
              {page.lacks.map((lack) => (
                <li key={lack.key}>
                  <p>
                    The {lack.kind} <b>{lack.name}</b>
                  </p>
                  <p>
                    <small>named by</small> {lack.users}
                  </p>
                  <OneOf
                    label={`${lack.kind} ${lack.name}`}
                    value={choices[lack.key] ?? lack.choices[0]!}
                    choices={LACKING.filter(({ value }) => lack.choices.includes(value)).map((choice) => ({
                      ...choice,
                      label: lack.kind === "account" ? "look in all accounts" : choice.label,
                    }))}
                    change={(next) => setChoices({ ...choices, [lack.key]: next })}
                  />
                </li>
              ))}
            </ul>
          </section>
        )}
        {page && page.renamed.length > 0 && (
          <ul className={styles.changes} aria-label="Names that are there twice">
            {page.renamed.map(({ kind, was, name }) => (
              <li key={kind + name}>
                The file has two {kind}s called “{was}”; the second comes in as <b>“{name}”</b>.
              </li>
            ))}
          </ul>
        )}
        {page && (
          <section aria-label="What it would change" aria-busy={preview.isFetching}>
            <h3 className={ui.smallHead}>{page.changes.length === 0 ? "Nothing would change" : "What would change"}</h3>
            <ul className={styles.changes}>
              {page.changes.map(({ act, what }) => (
                <li key={act + what}>
                  <b>{act}</b> {what}
                </li>
              ))}
            </ul>
            {page.held && <p className={ui.hint}>{page.held}</p>}
            <Button
              variant="contained"
              disabled={page.changes.length === 0 || bring.isPending || preview.isFetching}
              onClick={() => bring.mutate(given!, { onSuccess: () => navigate("/rules") })}
            >
              Bring it in
            </Button>
            <Fault of={bring} />
          </section>
        )}
        {!file && !asked.isLoading && <ServerFilter />}
      </main>
    </div>
  );
}
