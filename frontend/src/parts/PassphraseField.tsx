import TextField from "@mui/material/TextField";

/** What a passphrase is typed into. @param fresh one that shall hold from now on @param seen whether its letters are shown @param first focused */
export function PassphraseField({
  label,
  value,
  change,
  fresh,
  seen,
  first,
}: {
  label: string;
  value: string;
  change: (next: string) => void;
  fresh?: boolean;
  seen?: boolean;
  first?: boolean;
}) {
  return (
    <TextField
      size="small"
      label={label}
      type={seen ? "text" : "password"}
      autoFocus={first}
      value={value}
      onChange={({ target }) => change(target.value)}
      slotProps={{ htmlInput: { autoComplete: fresh ? "new-password" : "current-password", maxLength: 1000 } }}
    />
  );
}
