import Button from "@mui/material/Button";
import { useState } from "react";
import { Link } from "react-router";
import type { CheckUp } from "../../../api/client";
import ui from "../../../parts/page.module.css";
import { Pill } from "../../../parts/Pill";
import { LeaveAlone } from "./LeaveAlone";
import styles from "./checkUp.module.css";
import { Repair } from "./Repair";

export type FindingRow = CheckUp["findings"][number];

/** One thing that was found: what, about which rules, on what it rests, and what can be done about it. */
export function Finding({ finding }: { finding: FindingRow }) {
  const [open, setOpen] = useState<FindingRow["repairs"][number] | "leave">();
  const close = () => setOpen(undefined);
  return (
    <li className={styles.finding} aria-label={finding.said}>
      <h2>
        <span>
          {finding.about} <i>{finding.title}</i>
        </span>
        <Pill kind={finding.proved ? "high" : "plain"}>{finding.proved ? "proved" : "seen"}</Pill>
      </h2>
      <p className={styles.said}>{finding.said}</p>
      {finding.rules
        .filter(({ house }) => house)
        .map(({ id, name, house }) => (
          <p key={id} className={styles.evidence}>
            “{name}” is a house rule: {house}.
          </p>
        ))}
      <p className={styles.evidence}>{finding.evidence}</p>
      <div className={ui.rowOf}>
        {finding.repairs.map((repair) =>
          repair.act === "go" ? (
            <Button key={repair.label} variant="text" component={Link} to={repair.path!}>
              {repair.label}
            </Button>
          ) : (
            <Button key={repair.label} onClick={() => setOpen(repair)} aria-expanded={open === repair}>
              {repair.label} …
            </Button>
          ),
        )}
        <Button variant="text" onClick={() => setOpen("leave")} aria-expanded={open === "leave"}>
          Leave it alone …
        </Button>
      </div>
      {open === "leave" && <LeaveAlone finding={finding} close={close} />}
      {open && open !== "leave" && <Repair key={open.label} repair={open} rules={finding.rules} close={close} />}
    </li>
  );
}
