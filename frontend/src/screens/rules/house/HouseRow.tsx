import Button from "@mui/material/Button";
import Switch from "@mui/material/Switch";
import { useState } from "react";
import { useSwitchHouseRule, type HouseRule } from "../../../api/house";
import { RuleBars } from "../RuleBars";
import rules from "../rules.module.css";
import { NoteToPublisher } from "./NoteToPublisher";
import styles from "./house.module.css";

/** A rule of the office: what it says and did, and what the person can do about it. */
export function HouseRow({ rule, days, contact }: { rule: HouseRule; days: number; contact: string | null }) {
  const change = useSwitchHouseRule();
  const [writing, setWriting] = useState(false);
  return (
    <li className={rule.enabled ? styles.rule : `${styles.rule} ${styles.off}`}>
      <h4>{rule.name}</h4>
      <p>{rule.sentence}</p>
      <small>{rule.said.replace(/^[^,]+, /, "")}</small>
      {rule.noted && <small>{rule.noted}</small>}
      <div className={rules.did}>
        <RuleBars rule={rule} days={days} />
      </div>
      <div className={styles.acts}>
        {rule.firmness === "for_all" ? (
          <Button variant="text" onClick={() => setWriting(true)} aria-label={`I do not want this … ${rule.name}`}>
            I do not want this …
          </Button>
        ) : (
          <Switch
            checked={rule.enabled}
            disabled={change.isPending}
            onChange={(_, on) => change.mutate({ id: rule.id, on })}
            slotProps={{ input: { "aria-label": `${rule.name}: on` } }}
          />
        )}
      </div>
      {writing && <NoteToPublisher rule={rule} contact={contact} close={() => setWriting(false)} />}
    </li>
  );
}
