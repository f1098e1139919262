import Button from "@mui/material/Button";
import { useForeseen, useChangeRules, useMendRule, useMoveRule, useQuieten, type Repairing } from "../../../api/rules";
import { Fault } from "../../../parts/Fault";
import ui from "../../../parts/page.module.css";
import type { FindingRow } from "./Finding";

type Given = { repair: FindingRow["repairs"][number]; rules: FindingRow["rules"]; close: () => void };

/** A repair, with what it would do to the mail of the last 30 days before it is done. */
export function Repair({ repair, rules, close }: Given) {
  const id = repair.rule!;
  const act = repair.act as Repairing; // what goes elsewhere is a link
  const foreseen = useForeseen(id, act, repair.to ?? undefined);
  const change = useChangeRules();
  const move = useMoveRule();
  const quieten = useQuieten();
  const mend = useMendRule();
  const going = [change, move, quieten, mend].some(({ isPending }) => isPending);
  const carryOut = () => {
    if (act === "move") move.mutate({ id, to: repair.to! });
    else if (act === "quieten") quieten.mutate(id);
    else if (act === "let_in" || act === "join") mend.mutate({ id, act });
    else change.mutate({ rules: [id], act });
  };
  const name = rules.find((rule) => rule.id === id)?.name;
  return (
    <section className={ui.boxed} role="alertdialog" aria-label={`${repair.label}: ${name}`}>
      <p>
        <b>“{name}”:</b>{" "}
        {act === "quieten"
          ? "Its alert becomes one loudness quieter; when its mail comes stays as it is."
          : foreseen.data
            ? `${foreseen.data.message} ${foreseen.data.held}`
            : "Trying it on the mail of the last 30 days …"}
      </p>
      {foreseen.data?.becomes.map(({ name: rule, sentence }) => (
        <p key={rule}>
          “{rule}” would read: <b>{sentence}</b>
        </p>
      ))}
      <Fault of={foreseen} />
      <div className={ui.rowOf}>
        <Button variant="contained" autoFocus disabled={going || (act !== "quieten" && !foreseen.data)} onClick={carryOut}>
          {repair.label}
        </Button>
        <Button onClick={close}>Leave it</Button>
      </div>
    </section>
  );
}
