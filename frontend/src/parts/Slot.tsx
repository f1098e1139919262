import MenuItem from "@mui/material/MenuItem";
import Select from "@mui/material/Select";

/** A slot in a sentence: one of a few values, each in its words. */
export function Slot({
  label,
  value,
  choices,
  change,
}: {
  label: string;
  value: string;
  choices: { value: string; label: string }[];
  change: (next: string) => void;
}) {
  const known = choices.some((choice) => choice.value === value);
  return (
    <Select
      variant="standard"

      displayEmpty
      value={value}
      inputProps={{ "aria-label": label }}
      onChange={(event) => change(event.target.value)}
    >
      {(known ? choices : [...choices, { value, label: value }]).map((choice) => (
        <MenuItem key={choice.value} value={choice.value}>
          {choice.label}
        </MenuItem>
      ))}
    </Select>
  );
}
