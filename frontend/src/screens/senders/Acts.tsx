import Button from "@mui/material/Button";
import { useState } from "react";
import type { SenderChoice, SomeSenders } from "../../api/senders";
import ui from "../../parts/page.module.css";
import { AskDialog } from "./AskDialog";
import { ChoiceDialog } from "./ChoiceDialog";
import { CHOICES, NO_CHOICE } from "./choices";
import { NameDialog } from "./NameDialog";

type Doing = SenderChoice | "group" | "view" | "ask";

/** What may be done with one sender or several, each shown before it is done. @param stands the choices that are made of one */
export function Acts({
  some,
  who,
  stands = [],
  asks = true,
  done,
}: {
  some: SomeSenders;
  who: string;
  stands?: string[];
  asks?: boolean;
  done?: () => void;
}) {
  const [doing, setDoing] = useState<Doing>();
  const close = () => setDoing(undefined);
  const finished = () => {
    close();
    done?.();
  };
  return (
    <div className={ui.rowOf} role="group" aria-label="What is wanted of their mail">
      {CHOICES.map(({ value, act }) => (
        <Button key={value} variant="outlined" disabled={stands.includes(value)} onClick={() => setDoing(value)}>
          {act}
        </Button>
      ))}
      <Button variant="text" onClick={() => setDoing("none")}>
        {NO_CHOICE.act}
      </Button>
      {some.by !== "list" && (
        <Button variant="text" onClick={() => setDoing("group")}>
          Into a group
        </Button>
      )}
      <Button variant="text" onClick={() => setDoing("view")}>
        A view of them
      </Button>
      {asks && (
        <Button variant="text" onClick={() => setDoing("ask")}>
          Ask to stop
        </Button>
      )}
      {doing === "ask" && <AskDialog some={some} close={close} done={finished} />}
      {(doing === "group" || doing === "view") && <NameDialog some={some} who={who} what={doing} close={close} done={finished} />}
      {doing && doing !== "ask" && doing !== "group" && doing !== "view" && (
        <ChoiceDialog some={some} who={who} choice={doing} close={close} done={finished} />
      )}
    </div>
  );
}
