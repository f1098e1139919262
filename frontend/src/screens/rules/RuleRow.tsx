import { useSortable } from "@dnd-kit/sortable";
import { CSS } from "@dnd-kit/utilities";
import DragIndicator from "@mui/icons-material/DragIndicator";
import Button from "@mui/material/Button";
import Checkbox from "@mui/material/Checkbox";
import IconButton from "@mui/material/IconButton";
import Switch from "@mui/material/Switch";
import { useNavigate } from "react-router";
import type { Rule } from "../../api/client";
import { Pill } from "../../parts/Pill";
import styles from "./rules.module.css";

/** What a rule did, a small bar a day. */
function Did({ rule, days }: { rule: Rule; days: number }) {
  const most = Math.max(1, ...rule.bars);
  return (
    <div className={styles.did}>
      <div className={styles.didBars} aria-hidden>
        {rule.bars.map((count, index) => (
          <i key={index} style={{ height: count ? `${20 + (count / most) * 80}%` : 0 }} />
        ))}
      </div>
      <span>
        <b>{rule.used}</b> in {days} days{rule.last ? `, last ${rule.last}` : ""}
      </span>
    </div>
  );
}

type Given = {
  rule: Rule;
  place: number;
  days: number;
  movable: boolean;
  chosen: boolean | undefined;
  choose: (on: boolean) => void;
  switchIt: () => void;
  copy: () => void;
  remove: () => void;
};

export function RuleRow({ rule, place, days, movable, chosen, choose, switchIt, copy, remove }: Given) {
  const navigate = useNavigate();
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, transition, isDragging } = useSortable({
    id: rule.id,
    disabled: !movable,
  });
  const edit = () => navigate(`/rules/${rule.id}`);
  return (
    <li
      ref={setNodeRef}
      style={{ transform: CSS.Translate.toString(transform), transition }}
      className={[styles.rule, rule.enabled ? "" : styles.off, isDragging ? styles.dragging : ""].join(" ")}
    >
      <span className={styles.placeNumber}>
        {chosen === undefined ? (
          <IconButton
            size="small"
            ref={setActivatorNodeRef}
            {...attributes}
            {...listeners}
            disabled={!movable}
            aria-label={`Move ${rule.name}, read as number ${place + 1}`}
          >
            <DragIndicator fontSize="inherit" />
          </IconButton>
        ) : (
          <Checkbox
            size="small"
            checked={chosen}
            onChange={(_, on) => choose(on)}
            slotProps={{ input: { "aria-label": `Take ${rule.name} along` } }}
          />
        )}
        <span aria-hidden>{place + 1}</span>
      </span>
      <h2>
        <button type="button" className={styles.ruleName} onClick={edit} aria-label={`Edit ${rule.name}`}>
          {rule.name}
        </button>
        {rule.marks.map((mark) => (
          <Pill key={mark} kind={mark === "off" ? "low" : "plain"}>
            {mark}
          </Pill>
        ))}
      </h2>
      <p>{rule.sentence}</p>
      <Did rule={rule} days={days} />
      <div className={styles.ruleActs}>
        <Button variant="text" onClick={copy} aria-label={`Duplicate ${rule.name}`}>
          Duplicate
        </Button>
        <Button variant="text" onClick={remove} aria-label={`Delete ${rule.name}`}>
          Delete
        </Button>
        <Switch checked={rule.enabled} onChange={switchIt} slotProps={{ input: { "aria-label": `${rule.name}: on` } }} />
      </div>
    </li>
  );
}
