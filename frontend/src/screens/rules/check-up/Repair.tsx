import Button from "@mui/material/Button";
import { useForeseen, useChangeRules, useMoveRule, useQuieten } from "../../../api/rules";
import { Fault } from "../../../parts/Fault";
import ui from "../../../parts/page.module.css";
import type { FindingRow } from "./Finding";

type Given = { repair: FindingRow["repairs"][number]; rules: FindingRow["rules"]; close: () => void };

/** A repair, with what it would do to the mail of the last 30 days before it is done. */
export function Repair({ repair, rules, close }: Given) {
  const id = repair.rule!;
  const foreseen = useForeseen(id, repair.act, repair.to ?? undefined);
  const change = useChangeRules();
  const move = useMoveRule();
  const quieten = useQuieten();
  const going = change.isPending || move.isPending || quieten.isPending;
  const carryOut = () => {
    if (repair.act === "move") move.mutate({ id, to: repair.to! });
    else if (repair.act === "quieten") quieten.mutate(id);
    else change.mutate({ rules: [id], act: repair.act === "off" ? "off" : "delete" });
  };
  const name = rules.find((rule) => rule.id === id)?.name;
  return (
    <section className={ui.boxed} role="alertdialog" aria-label={`${repair.label}: ${name}`}>
      <p>
        <b>“{name}”:</b>{" "}
        {repair.act === "quieten"
          ? "Its alert becomes one loudness quieter; when its mail comes stays as it is."
          : foreseen.data
            ? `${foreseen.data.message} ${foreseen.data.held}`
            : "Trying it on the mail of the last 30 days …"}
      </p>
      <Fault of={foreseen} />
      <div className={ui.rowOf}>
        <Button variant="contained" autoFocus disabled={going || (repair.act !== "quieten" && !foreseen.data)} onClick={carryOut}>
          {repair.label}
        </Button>
        <Button onClick={close}>Leave it</Button>
      </div>
    </section>
  );
}
