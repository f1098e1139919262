import Autocomplete from "@mui/material/Autocomplete";
import TextField from "@mui/material/TextField";
import { useState, type KeyboardEvent } from "react";
import { fold } from "./fold";
import styles from "./combobox.module.css";
import fields from "./fields.module.css";

export type Option = { key: string; label: string; count?: number | null; aside?: string };

/** The one suggestion that goes on from what is typed; Enter takes it. */
function onlyOne(options: Option[], typed: string): Option | undefined {
  const known = options.filter(({ count }) => count !== undefined);
  const [first] = known;
  return first && known.length === 1 && typed.trim() !== "" && fold(first.label).includes(fold(typed.trim())) ? first : undefined;
}

/**
 * A field to look for something by typing what one means. A choice is taken at once and the field is empty again.
 * @param free what is typed may be taken as it is
 * @param takesOnly Enter takes the only suggestion in place of what is typed
 */
export function Combobox({
  label,
  placeholder,
  options,
  typed,
  type,
  take,
  free,
  takesOnly,
  wide,
  loading,
}: {
  label: string;
  placeholder: string;
  options: Option[];
  typed: string;
  type: (typed: string) => void;
  /** @param free whether it was typed, and none of the options */
  take: (option: Option, free?: boolean) => void;
  free?: boolean;
  takesOnly?: boolean;
  wide?: boolean;
  loading?: boolean;
}) {
  const [open, setOpen] = useState(false);
  const only = takesOnly ? onlyOne(options, typed) : undefined;
  const finish = (label: string) => {
    const written = label.trim();
    if (free && written) take({ key: written, label: written }, true);
    type("");
  };
  return (
    <Autocomplete<Option, false, true, boolean>
      className={wide ? `${styles.place} ${fields.wide}` : styles.place}
      forcePopupIcon={false}
      freeSolo={free === true}
      disableClearable
      selectOnFocus
      openOnFocus
      autoHighlight={!free}
      value={null as never}
      options={options}
      filterOptions={(all) => all}
      getOptionLabel={(option) => (typeof option === "string" ? option : option.label)}
      getOptionKey={(option) => (typeof option === "string" ? option : option.key)}
      inputValue={typed}
      open={open && (options.length > 0 || !free)}
      noOptionsText="Nothing is called that"
      onOpen={() => setOpen(true)}
      onClose={() => setOpen(false)}
      onInputChange={(_, next, reason) => {
        if (reason === "input") type(next);
      }}
      onChange={(_, option) => {
        if (typeof option === "string") {
          if (only && !loading) take(only);
          else return finish(option);
          type("");
        } else {
          take(option);
          type("");
        }
      }}
      onBlur={() => finish(typed)}
      slotProps={{ paper: { className: styles.comboboxPaper }, popper: { style: { width: 340 }, placement: "bottom-start" } }}
      renderOption={(props, option) => (
        <li {...props} key={option.key}>
          <span>
            {option.label}
            {option.aside && <small>{option.aside}</small>}
          </span>
          {option.count !== undefined && option.count !== null && <i>{option.count.toLocaleString("en")}</i>}
        </li>
      )}
      renderInput={(params) => (
        <TextField
          {...params}
          variant="standard"
          placeholder={placeholder}
          slotProps={{
            ...params.slotProps,
            htmlInput: {
              ...params.slotProps.htmlInput,
              "aria-label": label,
              "aria-busy": loading,
              onKeyDown: (event: KeyboardEvent<HTMLInputElement>) => {
                if (event.key !== "," || !free || /^["“<]/.test(typed)) return;
                event.preventDefault();
                finish(typed);
              },
            },
          }}
        />
      )}
    />
  );
}
