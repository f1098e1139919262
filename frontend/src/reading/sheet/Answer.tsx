import Button from "@mui/material/Button";
import { KeyCap } from "../../parts/KeyCap";
import type { KeyName } from "../../parts/keys";
import type { Pane } from "./pane";
import styles from "./sheet.module.css";

const WAYS: { pane: Pane; label: string; of: KeyName }[] = [
  { pane: "reply", label: "Answer", of: "answer" },
  { pane: "reply_all", label: "Answer all", of: "answerAll" },
  { pane: "forward", label: "Forward", of: "forward" },
];

/** To answer the message that is read, or to hand it on. */
export const Answer = ({ show }: { show: (pane: Pane) => void }) => (
  <span className={styles.answer} role="group" aria-label="Answer">
    {WAYS.map(({ pane, label, of }) => (
      <Button key={pane} variant="text" data-pane={pane} onClick={() => show(pane)}>
        {label} <KeyCap of={of} />
      </Button>
    ))}
  </span>
);
