import Button from "@mui/material/Button";
import { useState } from "react";
import type { Act, Row } from "../api/client";
import { useAct, useBackTimes, usePutOff } from "../api/messages";
import { Choosing } from "../parts/Choosing";
import { useList } from "./order";
import styles from "./rows.module.css";

const OFFERED: Record<NonNullable<Row["stands"]>, readonly Act[]> = {
  front: ["clear", "flag"],
  held: ["let_in", "clear", "flag"],
  put_off: ["let_in", "clear", "flag"],
  cleared: ["flag"],
  views: ["clear", "flag"],
  discarded: ["recover"],
  mailbox: ["flag"],
};
const LEAVES: readonly Act[] = ["clear", "let_in", "recover"];
const WORDS: Partial<Record<Act, string>> = {
  clear: "Clear",
  let_in: "Let in",
  flag: "Flag",
  unflag: "Take the flag off",
  recover: "Recover",
};

/** What can be done with the message of a row without opening it. @param hold keeps it there while a choice is open */
export function RowActions({ row, hold }: { row: Row; hold: (on: boolean) => void }) {
  const list = useList();
  const acting = useAct();
  const put = usePutOff();
  const [asked, setAsked] = useState(false);
  const times = useBackTimes(asked).data?.choices ?? [];
  const named = (name: Act): Act => (name === "flag" && row.flagged ? "unflag" : name);
  return (
    <div className={styles.actions}>
      {OFFERED[row.stands].map(named).map((name) => (
        <Button
          key={name}
          variant="text"
          aria-label={`${WORDS[name]}: ${row.subject}`}
          onClick={() => {
            if (LEAVES.includes(name)) list?.leaving([row.id]);
            acting.mutate({ act: name, messages: [row.id] });
          }}
        >
          {WORDS[name]}
        </Button>
      ))}
      {row.stands === "front" && (
        <Choosing
          label="Put off …"
          says={`Put off …: ${row.subject}`}
          turned={(on) => {
            hold(on);
            if (on) setAsked(true);
          }}
          choices={times.map((time) => ({
            label: time.label,
            aside: time.moment,
            act: () => {
              list?.leaving([row.id]);
              put.mutate({ messages: [row.id], until: time.until });
            },
          }))}
        />
      )}
    </div>
  );
}
