import Button from "@mui/material/Button";
import { useState } from "react";
import type { ByDay } from "../../api/following";
import { Choice } from "../../parts/chips";
import { KeyCap } from "../../parts/KeyCap";
import { useKey } from "../../parts/keys";
import { DateSlot } from "../../parts/moments";
import ui from "../../parts/page.module.css";
import styles from "./write.module.css";

const SOON = [1, 2, 3, 5];
const dayOf = (on: string) =>
  new Date(`${on}T12:00:00Z`).toLocaleDateString("en-GB", { weekday: "long", day: "numeric", month: "long", timeZone: "UTC" });
const said = (by: ByDay) =>
  by.on ? `by ${dayOf(by.on)}` : by.working_days === 1 ? "within a working day" : `within ${by.working_days} working days`;

/** By when an answer is expected, once it has gone. Where the text asks something, that is pointed out, and nothing more. */
export function ExpectAnswer({
  asks,
  expect,
  change,
}: {
  asks: string[];
  expect: ByDay | undefined;
  change: (by: ByDay | undefined) => void;
}) {
  const [open, setOpen] = useState(false);
  useKey("expecting", () => setOpen(true), !open, true);
  if (!open)
    return (
      <p className={styles.expect}>
        {expect ? (
          <b>You expect an answer {said(expect)}.</b>
        ) : (
          asks.length > 0 && <span className={ui.quiet}>{asks.join(" ")}</span>
        )}
        <Button variant="text" aria-expanded={false} onClick={() => setOpen(true)}>
          {expect ? "Change that" : "I expect an answer by …"} <KeyCap of="expecting" />
        </Button>
      </p>
    );
  const choose = (by: ByDay | undefined) => {
    change(by);
    setOpen(false);
  };
  return (
    <div className={styles.expect} role="group" aria-label="By when an answer is expected">
      {SOON.map((count, at) => (
        <Choice
          key={count}
          autoFocus={at === 2}
          on={expect?.working_days === count}
          press={() => choose({ working_days: count })}
        >
          {count === 1 ? "1 working day" : `${count} working days`}
        </Choice>
      ))}
      or by
      <DateSlot label="Day by which an answer is expected" value={expect?.on ?? ""} change={(on) => on && change({ on })} />
      <Button variant="text" onClick={() => choose(expect)}>
        {expect ? "So" : "Close"}
      </Button>
      {expect && (
        <Button variant="text" onClick={() => choose(undefined)}>
          I expect none
        </Button>
      )}
    </div>
  );
}
