import ContentCopy from "@mui/icons-material/ContentCopy";
import Button from "@mui/material/Button";
import IconButton from "@mui/material/IconButton";
import { useState } from "react";
import { Link } from "react-router";
import type { Sheet } from "../../api/client";
import { useVocabulary } from "../../api/rules";
import { inkStyle } from "../../look/ink";
import { useNotices } from "../../parts/notices";
import { useFallenFocus } from "../../parts/useFallenFocus";
import { Marked } from "../Marked";
import { Labels, PriorityWord } from "../rows";
import styles from "./sheet.module.css";

type Person = Sheet["from"][number];

const initials = (name: string) =>
  name
    .split(/\s+/)
    .map((part) => part.match(/[\p{L}\p{N}]/u)?.[0] ?? "")
    .join("")
    .slice(0, 2)
    .toUpperCase();

function Copy({ address }: { address: string }) {
  const { tell, fail } = useNotices();
  const copy = () =>
    navigator.clipboard.writeText(address).then(
      () => tell(`Copied ${address}.`),
      () => fail("This browser does not let the page copy; mark the address and copy it by hand."),
    );
  return (
    <IconButton size="small" aria-label={`Copy ${address}`} onClick={() => void copy()}>
      <ContentCopy fontSize="inherit" />
    </IconButton>
  );
}

function Everyone({ role, people }: { role: string; people: Person[] }) {
  return people.map(({ name, email, me }, at) => (
    <li key={role + at}>
      <span>{at === 0 && role}</span>
      <span>
        {name !== email && <b>{name} </b>}
        {email}
        {me && " (you)"}
        <Copy address={email} />
      </span>
    </li>
  ));
}

/** Who wrote to whom, with every address of it where that is wanted, and the way to the sender's other mail. */
export function Head({ sheet }: { sheet: Sheet }) {
  const [all, setAll] = useState(false);
  const sender = sheet.from[0];
  const title = useFallenFocus(sheet.asks.length);
  const inks = useVocabulary().data?.ink_styles;
  const ink = sheet.ink ? inks?.[sheet.ink] : undefined;
  return (
    <>
      <div className={styles.meta}>
        <div className={styles.initials} aria-hidden>
          {initials(sender?.name ?? sheet.sender)}
        </div>
        <div className={styles.people}>
          <b>{sender?.name ?? sheet.sender}</b> {sender && !sender.name.includes(sender.email) && <span>{sender.email}</span>}
          <br />
          {sheet.addressed}{" "}
          <Button variant="text" aria-expanded={all} onClick={() => setAll(!all)}>
            {all ? "fewer" : "everyone"}
          </Button>
          {sender && <Link to={`/find?text=${encodeURIComponent(`the sender is ${sender.email}`)}`}>their mail</Link>}
        </div>
        <time>{sheet.arrived}</time>
      </div>
      {all && (
        <ul className={styles.everyone} aria-label="Everyone named">
          <Everyone role="From" people={sheet.from} />
          <Everyone role="To" people={sheet.to} />
          <Everyone role="Copied" people={sheet.cc} />
          <Everyone role="Answers go to" people={sheet.reply_to} />
        </ul>
      )}
      <h1 className={styles.title} style={inkStyle(ink)} {...title}>
        <Marked text={sheet.subject} pieces={sheet.subject_pieces} /> <PriorityWord priority={sheet.priority} />{" "}
        <Labels names={sheet.labels} />
      </h1>
    </>
  );
}
