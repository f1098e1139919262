import Button from "@mui/material/Button";
import { useState } from "react";
import { useInks } from "../../../api/inks";
import { useDeleteThing } from "../../../api/rulebook";
import { Fault } from "../../../parts/Fault";
import forms from "../../../parts/forms.module.css";
import { InkName } from "../../../parts/InkName";
import ui from "../../../parts/page.module.css";
import { RulesNav } from "../RulesNav";
import { InkForm } from "./InkForm";

type Ink = NonNullable<ReturnType<typeof useInks>["data"]>["inks"][number];

function Entry({ ink, change }: { ink: Ink; change: () => void }) {
  const remove = useDeleteThing();
  const name = ink.thing.name ?? "";
  return (
    <header>
      <InkName name={name} ink={ink.style} />
      <small>
        {ink.used.toLocaleString("en")} messages wear it;{" "}
        {ink.rules.length === 0
          ? "no rule gives it"
          : `given by ${ink.rules.map((rule) => rule.name).join(", ")}${ink.rules.length > 1 ? ", read in this order" : ""}`}
      </small>
      <span className={ui.rowOf}>
        <Button variant="text" onClick={change} aria-label={`Change the ink ${name}`}>
          Change
        </Button>
        {ink.rules.length > 0 && <span className={ui.quiet}>Take it out of its rules to delete it.</span>}
        <Button
          variant="text"
          disabled={ink.rules.length > 0}
          onClick={() => remove.mutate({ kind: "inks", name })}
          aria-label={`Delete the ink ${name}`}
        >
          Delete
        </Button>
      </span>
    </header>
  );
}

/** Inks: named styles that highlight a message in every list. */
export function InksScreen() {
  const inks = useInks();
  const [open, setOpen] = useState<string>();
  const close = () => setOpen(undefined);
  const page = inks.data;
  return (
    <div className={ui.screen}>
      <main className={`${ui.list} ${ui.rulesList}`}>
        <RulesNav />
        <h1 className={ui.lead}>Inks</h1>
        <p className={ui.sub}>
          An ink makes a message stand out wherever it shows. Rules give it; where two rules want one for the same message, the
          first to speak decides, and the message’s why says so.
        </p>
        {page && (
          <>
            <div className={ui.band}>
              <h2>Yours</h2>
              <span className={ui.count}>{page.inks.length}</span>
              <span className={ui.right}>
                <Button variant="text" onClick={() => setOpen("new")}>
                  New ink
                </Button>
              </span>
            </div>
            {open === "new" && <InkForm rows={page.preview} done={close} />}
            {page.inks.length === 0 && <p className={ui.quiet}>There is no ink yet.</p>}
            <ul className={forms.things}>
              {page.inks.map((ink) => (
                <li key={ink.thing.name}>
                  <Entry ink={ink} change={() => setOpen(`ink ${ink.thing.name}`)} />
                  {open === `ink ${ink.thing.name}` && <InkForm was={ink.thing} rows={page.preview} done={close} />}
                </li>
              ))}
            </ul>
          </>
        )}
        <Fault of={inks} />
      </main>
    </div>
  );
}
