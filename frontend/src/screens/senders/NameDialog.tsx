import Button from "@mui/material/Button";
import Dialog from "@mui/material/Dialog";
import TextField from "@mui/material/TextField";
import { useState } from "react";
import { useChoicePreview, useGroupSenders, useViewSenders, type SomeSenders } from "../../api/senders";
import { useVocabulary } from "../../api/rules";
import { Choice } from "../../parts/chips";
import { Fault } from "../../parts/Fault";
import forms from "../../parts/forms.module.css";
import ui from "../../parts/page.module.css";
import { useSettled } from "../../parts/useSettled";
import { Foreseen } from "./Foreseen";

const SETTLES_MS = 250;

/** Senders into a group, of which there may be one already; or a view of their mail. */
export function NameDialog({
  some,
  who,
  what,
  close,
  done,
}: {
  some: SomeSenders;
  who: string;
  what: "group" | "view";
  close: () => void;
  done: () => void;
}) {
  const [name, setName] = useState(what === "view" ? `Mail from ${who}` : "");
  const groups = useVocabulary().data?.groups ?? [];
  const group = useGroupSenders();
  const view = useViewSenders();
  const settled = useSettled(name, SETTLES_MS);
  const preview = useChoicePreview(some, what, what === "group" ? settled : undefined);
  const going = group.isPending || view.isPending;
  const make = () =>
    what === "group"
      ? group.mutate({ ...some, group: name }, { onSuccess: done })
      : view.mutate({ ...some, name }, { onSuccess: done });
  return (
    <Dialog open onClose={close} aria-labelledby="name-title">
      <form
        className={forms.smallForm}
        onSubmit={(event) => {
          event.preventDefault();
          make();
        }}
      >
        <h2 id="name-title">{what === "group" ? `Put ${who} into a group` : `A view of ${who}`}</h2>
        {what === "group" && groups.length > 0 && (
          <div className={ui.rowOf} role="group" aria-label="Groups that there are">
            {groups.map((each) => (
              <Choice key={each} on={name === each} press={() => setName(each)}>
                {each}
              </Choice>
            ))}
          </div>
        )}
        <TextField
          label={what === "group" ? "Group" : "Name of the view"}
          value={name}
          autoFocus
          onChange={(event) => setName(event.target.value)}
          helperText={what === "group" ? "One of these, or a new one" : undefined}
        />
        {preview.data && <Foreseen page={preview.data} />}
        <Fault of={preview} />
        <Fault of={group} />
        <Fault of={view} />
        <div className={ui.rowOf}>
          <Button type="submit" variant="contained" disabled={going || name.trim() === ""}>
            {what === "group" ? "Put them in" : "Make the view"}
          </Button>
          <Button onClick={close}>Cancel</Button>
        </div>
      </form>
    </Dialog>
  );
}
