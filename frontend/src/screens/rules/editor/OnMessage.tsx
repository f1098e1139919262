import { useState } from "react";
import { useFind } from "../../../api/find";
import { Combobox } from "../../../parts/Combobox";
import ui from "../../../parts/page.module.css";
import { useSettled } from "../../../parts/useSettled";

const SETTLES_MS = 150;
const MOST = 8;

type Given = { lead?: string; label?: string; on: (message: number | undefined) => void };

/** A message to try the draft on, or to ask of, looked for by any word of it. */
export function OnMessage({ lead = "and on", label = "A message to try it on", on }: Given) {
  const [typed, setTyped] = useState("");
  const [chosen, setChosen] = useState<string>();
  const settled = useSettled(typed, SETTLES_MS);
  const found = useFind(settled, {}, 0, "best");
  const rows = settled.trim() ? (found.data?.messages ?? []).slice(0, MOST) : [];
  return (
    <div className={ui.conditionLine}>
      {lead}
      <Combobox
        wide
        label={label}
        placeholder={chosen ?? "a message of your choice …"}
        options={rows.map((row) => ({ key: String(row.id), label: row.subject, aside: ` ${row.sender}, ${row.arrived}` }))}
        typed={typed}
        type={setTyped}
        loading={found.isFetching}
        take={(option) => {
          setChosen(option.label);
          on(Number(option.key));
        }}
      />
    </div>
  );
}
