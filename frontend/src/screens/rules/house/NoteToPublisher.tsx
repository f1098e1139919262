import Button from "@mui/material/Button";
import Dialog from "@mui/material/Dialog";
import TextField from "@mui/material/TextField";
import { useState } from "react";
import { useNavigate } from "react-router";
import { useWriteToPublisher, type HouseRule } from "../../../api/house";
import { Fault } from "../../../parts/Fault";
import forms from "../../../parts/forms.module.css";
import ui from "../../../parts/page.module.css";
import { saveFile } from "../../../parts/saveFile";

/** Tells who published a firm rule why it is not wanted: in a message, which is looked at before it goes, or in a file. */
export function NoteToPublisher({ rule, contact, close }: { rule: HouseRule; contact: string | null; close: () => void }) {
  const [text, setText] = useState("");
  const write = useWriteToPublisher();
  const navigate = useNavigate();
  const send = (way: "message" | "file") =>
    write.mutate(
      { id: rule.id, text, way },
      {
        onSuccess: ({ draft, file }) => {
          if (file) saveFile("note-on-a-house-rule.txt", file);
          close();
          if (draft) void navigate(`/outbox/${draft}`);
        },
      },
    );
  return (
    <Dialog open onClose={close} aria-labelledby="note-title">
      <div className={forms.smallForm}>
        <h2 id="note-title">Why do you not want “{rule.name}”?</h2>
        <p>
          It is for all, and goes on to hold: your note asks whoever publishes it to change it. That you wrote is kept beside the
          rule.
        </p>
        <TextField
          label="Your note"
          multiline
          minRows={4}
          autoFocus
          value={text}
          onChange={(event) => setText(event.target.value)}
          slotProps={{ htmlInput: { maxLength: 5000 } }}
        />
        <div className={ui.rowOf}>
          {contact && (
            <Button variant="contained" disabled={!text.trim() || write.isPending} onClick={() => send("message")}>
              Begin a message to {contact}
            </Button>
          )}
          <Button disabled={!text.trim() || write.isPending} onClick={() => send("file")}>
            Save it as a file
          </Button>
          <Button variant="text" onClick={close}>
            Leave it
          </Button>
        </div>
        {!contact && <p className={ui.quiet}>The edition names no address to which a message could go.</p>}
        <Fault of={write} />
      </div>
    </Dialog>
  );
}
