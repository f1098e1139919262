import MenuItem from "@mui/material/MenuItem";
import TextField from "@mui/material/TextField";
import { Check } from "../../parts/Check";

const BACK = [
  { days: 7, label: "a week" },
  { days: 30, label: "30 days" },
  { days: 90, label: "90 days" },
  { days: 365, label: "a year" },
  { days: 0, label: "all of it" },
];

/** How far back a mailbox is read, and whether one's marks go there. @param days nothing for all */
export function ReadingChoice({
  days,
  setDays,
  marks,
  setMarks,
}: {
  days: number | null;
  setDays: (days: number | null) => void;
  marks: boolean;
  setMarks: (on: boolean) => void;
}) {
  const known = BACK.some((each) => each.days === (days ?? 0));
  return (
    <>
      <TextField
        select
        size="small"
        label="How far back it is read"
        value={days ?? 0}
        onChange={({ target }) => setDays(Number(target.value) || null)}
      >
        {[...BACK, ...(known ? [] : [{ days: days!, label: `${days} days` }])].map((each) => (
          <MenuItem key={each.days} value={each.days}>
            {each.label}
          </MenuItem>
        ))}
      </TextField>
      <Check
        label="Mark there too what I read and flag here"
        on={marks}
        turn={setMarks}
        tip="Nothing else is ever changed there. Without it, nothing at all is."
      />
    </>
  );
}
