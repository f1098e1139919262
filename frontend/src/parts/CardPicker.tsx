import Button from "@mui/material/Button";
import { useState } from "react";
import { readCards } from "../api/rulebook";
import { Check } from "./Check";
import { Fault } from "./Fault";
import { FileField } from "./FileField";
import forms from "./forms.module.css";
import ui from "./page.module.css";

type Cards = Awaited<ReturnType<typeof readCards>>;

/** People of a file of contact cards, to choose from. */
export function CardPicker({ add }: { add: (emails: string[]) => void }) {
  const [cards, setCards] = useState<Cards>();
  const [left, setLeft] = useState<string[]>([]);
  const [failed, setFailed] = useState("");
  const read = (file: File | undefined) => {
    if (!file) return;
    readCards(file).then(
      (found) => {
        setCards(found);
        setFailed("");
      },
      (problem: Error) => setFailed(problem.message),
    );
  };
  const taken = cards?.people.map(({ email }) => email).filter((email) => !left.includes(email)) ?? [];
  return (
    <div>
      <FileField label="A file of contact cards" accept=".vcf,text/vcard" variant="text" take={([file]) => read(file)}>
        Take people from a file of contact cards (.vcf) …
      </FileField>
      <Fault of={failed} />
      {cards && (
        <>
          <p className={ui.quiet}>
            {cards.people.length} with an address
            {cards.without > 0 && `; ${cards.without === 1 ? "one card has" : `${cards.without} cards have`} none`}.
          </p>
          <div className={forms.kinds} role="group" aria-label="People of the file">
            {cards.people.map(({ name, email }) => (
              <Check
                key={email}
                label={name ? `${name} · ${email}` : email}
                on={!left.includes(email)}
                turn={(on) => setLeft(on ? left.filter((each) => each !== email) : [...left, email])}
              />
            ))}
          </div>
          <Button
            disabled={taken.length === 0}
            onClick={() => {
              add(taken);
              setCards(undefined);
              setLeft([]);
            }}
          >
            Add these {taken.length}
          </Button>
        </>
      )}
    </div>
  );
}
