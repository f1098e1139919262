import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import { useState } from "react";
import { Link } from "react-router";
import { usePublish, usePublishing, usePublishPreview, type Firmness, type Publish } from "../../../api/house";
import { Check } from "../../../parts/Check";
import { Fault } from "../../../parts/Fault";
import { MadeFile } from "../../../parts/MadeFile";
import { OneOf } from "../../../parts/OneOf";
import ui from "../../../parts/page.module.css";
import rows from "../../../parts/rows.module.css";
import { Pill } from "../../../parts/Pill";
import { saveFile } from "../../../parts/saveFile";
import { useSettled } from "../../../parts/useSettled";
import { RulesNav } from "../RulesNav";
import { FIRM } from "./firmness";
import styles from "./publish.module.css";

type Page = NonNullable<ReturnType<typeof usePublishing>["data"]>;
const CHOICES: { value: Firmness | "none"; label: string }[] = [
  { value: "none", label: "mine alone" },
  { value: "for_all", label: "for all" },
  { value: "suggested", label: "suggested" },
  { value: "offered", label: "offered" },
];
type Made = { text: string; checksum: string };
const FILE = "house-rules.json";

/** Own rules as an edition for others: marked, seen as others will see it, and made. */
export function PublishScreen() {
  const page = usePublishing();
  const [made, setMade] = useState<Made>();
  const publish = usePublish();
  const make = (given: Publish) =>
    publish.mutate(given, {
      onSuccess: (files) => {
        setMade(files);
        saveFile(FILE, files.text, "application/json");
      },
    });
  return (
    <div className={ui.screen}>
      <main className={`${ui.list} ${ui.rulesList}`}>
        <RulesNav />
        <h1 className={ui.lead}>Publish rules for your office</h1>
        <p className={ui.sub}>
          Mark rules, look at them as others will, and save the file where your office reads it. Others follow it under{" "}
          <Link to="/rules/house">House rules</Link>; your own list stays as it is.
        </p>
        {page.data && <PublishForm key={page.data.edition} page={page.data} made={made} make={make} making={publish.isPending} />}
        <Fault of={publish} />
        {!page.data && <Fault of={page} />}
      </main>
    </div>
  );
}

type Given = { page: Page; made?: Made; make: (given: Publish) => void; making: boolean };

function PublishForm({ page, made, make, making }: Given) {
  const [given, setGiven] = useState<Publish>({
    publisher: page.publisher,
    contact: page.contact,
    edition: page.edition,
    note: "",
    holds_from: "",
    marked: page.marked,
    templates: page.templates,
    days_off: page.days_off,
  });
  const change = (part: Partial<Publish>) => setGiven((former) => ({ ...former, ...part }));
  const count = Object.keys(given.marked).length;
  const preview = usePublishPreview(useSettled(count > 0 ? given : null, 300));
  const mark = (name: string, firmness: Firmness | "none") => {
    const others = Object.fromEntries(Object.entries(given.marked).filter(([each]) => each !== name));
    change({ marked: firmness === "none" ? others : { ...others, [name]: firmness } });
  };
  const shown = count > 0 ? preview.data : undefined;
  return (
    <>
      <div className={ui.band}>
        <h2>Which rules</h2>
      </div>
      {page.rules.length === 0 && <p className={ui.quiet}>There are no rules of yours to publish yet.</p>}
      <ul className={`${rows.rows} ${styles.rules}`}>
        {page.rules.map((rule) => (
          <li key={rule.id}>
            <div>
              <b>{rule.name}</b>
              <p>{rule.sentence}</p>
            </div>
            <OneOf
              label={`${rule.name}: for whom`}
              value={given.marked[rule.name] ?? "none"}
              choices={CHOICES}
              change={(firmness) => mark(rule.name, firmness)}
            />
          </li>
        ))}
      </ul>
      {page.all_templates.length > 0 && (
        <div className={styles.besides}>
          {page.all_templates.map((name) => (
            <Check
              key={name}
              label={`The template “${name}” too`}
              on={given.templates!.includes(name)}
              turn={(on) =>
                change({ templates: on ? [...given.templates!, name] : given.templates!.filter((each) => each !== name) })
              }
            />
          ))}
        </div>
      )}
      {page.own_days_off > 0 && (
        <Check
          label={page.own_days_off === 1 ? "Your day off too" : `Your ${page.own_days_off} days off too`}
          on={given.days_off!}
          turn={(on) => change({ days_off: on })}
        />
      )}
      <div className={ui.band}>
        <h2>The edition</h2>
      </div>
      <div className={styles.fields}>
        <TextField
          size="small"
          label="Who publishes it"
          value={given.publisher}
          onChange={(event) => change({ publisher: event.target.value })}
        />
        <TextField
          size="small"
          label="Address for notes"
          value={given.contact}
          onChange={(event) => change({ contact: event.target.value })}
        />
        <TextField
          size="small"
          label="Edition"
          type="number"
          value={given.edition}
          onChange={(event) => change({ edition: Math.max(1, Number(event.target.value)) })}
        />
        <TextField
          size="small"
          label="Holds from (else the day after it is seen)"
          type="date"
          value={given.holds_from}
          onChange={(event) => change({ holds_from: event.target.value })}
          slotProps={{ inputLabel: { shrink: true } }}
        />
        <TextField
          size="small"
          label="What has changed"
          multiline
          minRows={2}
          value={given.note}
          onChange={(event) => change({ note: event.target.value })}
          className={styles.wide}
          slotProps={{ htmlInput: { maxLength: 2000 } }}
        />
      </div>
      {shown && (
        <section aria-labelledby="as-others">
          <div className={ui.band}>
            <h2 id="as-others">As others will see it</h2>
          </div>
          {shown.faults.map((fault) => (
            <Fault key={fault} of={fault} />
          ))}
          {shown.personal.length > 0 && (
            <div className={ui.hint}>
              <b>Names and addresses of people, which all who follow it can read:</b>
              <ul>
                {shown.personal.map((each) => (
                  <li key={each}>{each}</li>
                ))}
              </ul>
            </div>
          )}
          <ul className={`${rows.rows} ${styles.rules}`}>
            {shown.rules.map((rule) => (
              <li key={rule.name}>
                <div>
                  <b>{rule.name}</b> <Pill kind={rule.firmness === "for_all" ? "high" : "plain"}>{FIRM[rule.firmness]}</Pill>
                  <p>{rule.sentence}</p>
                </div>
              </li>
            ))}
          </ul>
          <MadeFile says="The file itself" text={shown.text} />
        </section>
      )}
      <div className={`${ui.rowOf} ${styles.make}`}>
        <Button
          variant="contained"
          disabled={count === 0 || !given.publisher.trim() || making || (shown?.faults.length ?? 0) > 0}
          onClick={() => make(given)}
        >
          Make edition {given.edition}
        </Button>
        {made && <Button onClick={() => saveFile(`${FILE}.sha256`, made.checksum)}>Save its checksum too</Button>}
      </div>
      <p className={ui.quiet} role="status">
        {made
          ? `${FILE} is saved. Put it where your office reads it; at a web address with its checksum beside it.`
          : count === 0
            ? "Mark a rule first."
            : !given.publisher.trim()
              ? "Say who publishes it first."
              : ""}
      </p>
    </>
  );
}
