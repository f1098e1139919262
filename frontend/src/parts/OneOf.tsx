import ToggleButton from "@mui/material/ToggleButton";
import ToggleButtonGroup from "@mui/material/ToggleButtonGroup";

/** One of a few, all of them in sight. */
export function OneOf<Value extends string | number>({
  label,
  value,
  choices,
  change,
}: {
  label: string;
  value: Value;
  choices: readonly { value: Value; label: string }[];
  change: (next: Value) => void;
}) {
  return (
    <ToggleButtonGroup
      exclusive
      value={value}
      onChange={(_, next: Value | null) => next !== null && change(next)}
      aria-label={label}
    >
      {choices.map((choice) => (
        <ToggleButton key={choice.value} value={choice.value}>
          {choice.label}
        </ToggleButton>
      ))}
    </ToggleButtonGroup>
  );
}
