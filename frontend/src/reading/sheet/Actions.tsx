import Button from "@mui/material/Button";
import type { Act, Sheet } from "../../api/client";
import { KeyCap } from "../../parts/KeyCap";
import ui from "../../parts/page.module.css";
import type { Acts } from "../acts";
import { MoveTo } from "../MoveTo";
import { useList } from "../order";
import type { Pane } from "./pane";
import styles from "./sheet.module.css";

type ActionsGiven = { sheet: Sheet; act: Acts; show: (pane: Pane | undefined) => void };

/** How loud it is, by hand: priority, top, labels; or not at all. */
function Weigh({ sheet, act, show }: ActionsGiven) {
  const weigh = (name: Act) => act(name, [sheet.id]);
  const list = useList();
  const discard = () => {
    list?.leaving([sheet.id]);
    act("discard", [sheet.id]);
  };
  return (
    <div className={styles.sheetWeigh} role="group" aria-label="Its weight">
      {sheet.priority !== "top" && (
        <Button variant="text" onClick={() => weigh("raise")}>
          Raise <KeyCap of="raise" />
        </Button>
      )}
      {sheet.priority !== "low" && (
        <Button variant="text" onClick={() => weigh("lower")}>
          Lower <KeyCap of="lower" />
        </Button>
      )}
      <Button variant="text" data-pane="keep" onClick={() => (sheet.kept ? weigh("unkeep") : show("keep"))}>
        {sheet.kept ? "No longer at top" : "Keep at top"} <KeyCap of="keep" />
      </Button>
      <Button variant="text" data-pane="labels" onClick={() => show("labels")}>
        Labels <KeyCap of="label" />
      </Button>
      <Button variant="text" data-pane="ink" onClick={() => show("ink")}>
        Ink <KeyCap of="ink" />
      </Button>
      <Button variant="text" data-pane="task" onClick={() => show("task")}>
        Task <KeyCap of="task" />
      </Button>
      <Button variant="text" data-pane="routine" onClick={() => show("routine")}>
        Routines <KeyCap of="routine" />
      </Button>
      <Button variant="text" data-pane="example" onClick={() => show("example")}>
        Example <KeyCap of="example" />
      </Button>
      {!sheet.discarded && (
        <Button variant="text" onClick={discard}>
          Discard <KeyCap of="discard" />
        </Button>
      )}
    </div>
  );
}

/** What can be done with the message that is read. */
export function Actions({ sheet, act, show }: ActionsGiven) {
  const list = useList();
  const makeRule = () => show("rule");
  const bringBack = () => show("back");
  const leave = (name: Act) => {
    list?.leaving([sheet.id]);
    act(name, [sheet.id]);
  };
  const away = sheet.stands === "cleared" || sheet.stands === "views";
  const clear = () => leave("clear");
  const letIn = () => leave("let_in");
  const flag = () => act(sheet.flagged ? "unflag" : "flag", [sheet.id]);
  const unread = () => act(sheet.unread ? "read" : "unread", [sheet.id]);
  return (
    <div className={ui.sheetFoot} data-sheet-foot>
      <Weigh sheet={sheet} act={act} show={show} />
      {sheet.put_off && (
        <Button variant="contained" onClick={letIn}>
          Bring back now <KeyCap of="letIn" />
        </Button>
      )}
      {sheet.held && (
        <Button variant="contained" onClick={letIn}>
          Let in now <KeyCap of="letIn" />
        </Button>
      )}
      {sheet.held && (
        <Button
          onClick={() => {
            list?.leaving([sheet.id]);
            act("let_in", [sheet.id], { sender: true });
          }}
        >
          All from this sender
        </Button>
      )}
      {sheet.held && <MoveTo ids={[sheet.id]} of={sheet.subject} now={sheet.comes_at} />}
      {sheet.discarded && (
        <Button variant="contained" onClick={() => act("recover", [sheet.id])}>
          Recover
        </Button>
      )}
      {away && (
        <Button variant="contained" onClick={() => act("to_front", [sheet.id])}>
          {sheet.cleared ? "Back to the Front" : "To the Front"}
        </Button>
      )}
      {sheet.cleared ? (
        <span className={ui.quiet}>{sheet.standing}</span>
      ) : (
        <Button variant={sheet.held ? undefined : "contained"} onClick={clear}>
          Clear <KeyCap of="clear" />
        </Button>
      )}
      <Button onClick={flag}>
        {sheet.flagged ? "Take the flag off" : "Flag"} <KeyCap of="flag" />
      </Button>
      {!sheet.held && sheet.stands !== "mailbox" && (
        <Button data-pane="back" onClick={bringBack}>
          Bring back <KeyCap of="bringBack" />
        </Button>
      )}
      {!sheet.held && (
        <Button onClick={unread}>
          {sheet.unread ? "Mark read" : "Mark unread"} <KeyCap of="unread" />
        </Button>
      )}
      <Button data-pane="rule" onClick={makeRule} className={ui.last}>
        {sheet.held ? "This should come straight in" : "Make a rule"} <KeyCap of="rule" />
      </Button>
    </div>
  );
}
