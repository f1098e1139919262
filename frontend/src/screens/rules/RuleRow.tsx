import { useSortable } from "@dnd-kit/sortable";
import { CSS } from "@dnd-kit/utilities";
import DragIndicator from "@mui/icons-material/DragIndicator";
import Button from "@mui/material/Button";
import Checkbox from "@mui/material/Checkbox";
import IconButton from "@mui/material/IconButton";
import Switch from "@mui/material/Switch";
import { useNavigate } from "react-router";
import type { Rule } from "../../api/client";
import { Choosing } from "../../parts/Choosing";
import { Pill } from "../../parts/Pill";
import { useBeginRule } from "../../rule/beginning";
import { RuleBars } from "./RuleBars";
import styles from "./rules.module.css";

type Given = {
  rule: Rule;
  place: number;
  days: number;
  movable: boolean;
  chosen: boolean | undefined;
  choose: (on: boolean) => void;
  /** of how many */
  of: number;
  switchIt: () => void;
  move: (to: number) => void;
  copy: () => void;
  remove: () => void;
};

export function RuleRow({ rule, place, days, movable, of, chosen, choose, switchIt, move, copy, remove }: Given) {
  const navigate = useNavigate();
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, transition, isDragging } = useSortable({
    id: rule.id,
    disabled: !movable,
  });
  const begin = useBeginRule();
  const heading = rule.heading ?? undefined;
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
            slotProps={{ input: { "aria-label": `Choose ${rule.name}` } }}
          />
        )}
        <span aria-hidden>{place + 1}</span>
      </span>
      <h2>
        <button type="button" className={styles.ruleName} data-rule={rule.id} onClick={edit} aria-label={`Edit ${rule.name}`}>
          {rule.name}
        </button>
        {rule.marks.map((mark) => (
          <Pill key={mark} kind={mark === "off" ? "low" : "plain"}>
            {mark}
          </Pill>
        ))}
      </h2>
      <p>{rule.sentence}</p>
      <div className={styles.did}>
        <RuleBars rule={rule} days={days} />
      </div>
      <div className={styles.ruleActs}>
        <Button variant="text" onClick={copy} aria-label={`Duplicate ${rule.name}`}>
          Duplicate
        </Button>
        <Button variant="text" onClick={remove} aria-label={`Delete ${rule.name}`}>
          Delete
        </Button>
        <Choosing
          label="More …"
          says={`More that can be done with ${rule.name}`}
          choices={[
            { label: "New rule above it", act: () => begin({ place, heading }) },
            { label: "New rule below it", act: () => begin({ place: place + 1, heading }) },
            { label: "To the top", disabled: !movable || place === 0, act: () => move(0) },
            { label: "To the bottom", disabled: !movable || place === of - 1, act: () => move(of - 1) },
          ]}
        />
        <Switch checked={rule.enabled} onChange={switchIt} slotProps={{ input: { "aria-label": `${rule.name}: on` } }} />
      </div>
    </li>
  );
}
