import Button from "@mui/material/Button";
import { useState } from "react";
import ui from "../../../parts/page.module.css";
import { WhyAnswer } from "../../../rule/WhyAnswer";
import { OnMessage } from "./OnMessage";

/** A message that the rule should have matched, looked up by words: why it did not, and with what it would. */
export function WhyPane({ rule, close }: { rule: number; close: () => void }) {
  const [message, setMessage] = useState<number>();
  return (
    <aside className={`${ui.sheet} ${ui.try}`} aria-label="It should have matched">
      <div className={ui.sheetScroll}>
        <h2>It should have matched …</h2>
        <p className={ui.sub}>Look for the message by any word of it. The rule is asked as it is saved.</p>
        <OnMessage lead="the message" label="The message that it should have matched" on={setMessage} />
        {message !== undefined && <WhyAnswer key={message} id={message} rule={rule} />}
      </div>
      <div className={ui.sheetFoot}>
        <Button onClick={close}>Back to trying it</Button>
      </div>
    </aside>
  );
}
