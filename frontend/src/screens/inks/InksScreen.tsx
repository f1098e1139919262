import Button from "@mui/material/Button";
import { useState } from "react";
import { Link } from "react-router";
import { useDeleteThing, useInks } from "../../api/queries";
import { inkClasses, inkStyle } from "../../parts/ink";
import { RulesNav } from "../rules/RulesNav";
import { InkForm } from "./InkForm";
import "../rules/rules.css";
import "./inks.css";

type Ink = NonNullable<ReturnType<typeof useInks>["data"]>["inks"][number];

function Entry({ ink, change }: { ink: Ink; change: () => void }) {
  const remove = useDeleteThing();
  const name = ink.thing.name ?? "";
  return (
    <header>
      <Link
        to={`/inks/${encodeURIComponent(name)}`}
        className={["ink-name", ...inkClasses(ink.style)].join(" ")}
        style={inkStyle(ink.style)}
      >
        <em>{name}</em>
      </Link>
      <small>
        {ink.used.toLocaleString("en")} messages wear it;{" "}
        {ink.rules.length === 0
          ? "no rule gives it"
          : `given by ${ink.rules.map((rule) => rule.name).join(", ")}${ink.rules.length > 1 ? ", read in this order" : ""}`}
      </small>
      <span className="row-of">
        <Button variant="text" onClick={change} aria-label={`Change the ink ${name}`}>
          Change
        </Button>
        <Button
          variant="text"
          disabled={ink.rules.length > 0}
          title={ink.rules.length > 0 ? "A rule names it: take it out there first" : undefined}
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
    <div className="screen">
      <main className="list rules-list">
        <RulesNav />
        <h1 className="lead">Inks</h1>
        <p className="sub">
          An ink makes a message stand out wherever it shows. Rules give it; where two rules want one for the same message, the
          first to speak decides, and the message’s why says so.
        </p>
        {page && (
          <>
            <div className="band">
              <h2>Yours</h2>
              <span className="count">{page.inks.length}</span>
              <span className="right">
                <Button variant="text" onClick={() => setOpen("new")}>
                  New ink
                </Button>
              </span>
            </div>
            {open === "new" && <InkForm rows={page.preview} done={close} />}
            {page.inks.length === 0 && <p className="quiet">There is no ink yet.</p>}
            <ul className="things">
              {page.inks.map((ink) => (
                <li key={ink.thing.name}>
                  <Entry ink={ink} change={() => setOpen(`ink ${ink.thing.name}`)} />
                  {open === `ink ${ink.thing.name}` && <InkForm was={ink.thing} rows={page.preview} done={close} />}
                </li>
              ))}
            </ul>
          </>
        )}
        {inks.isError && <p className="error-text">{inks.error.message}</p>}
      </main>
    </div>
  );
}
