import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import { useState } from "react";
import type { ByRules } from "../../api/outgoing";
import { useDeleteThing, useSaveThing } from "../../api/rulebook";
import { Fault } from "../../parts/Fault";
import forms from "../../parts/forms.module.css";
import ui from "../../parts/page.module.css";
import styles from "./sources.module.css";

type Template = ByRules["templates"][number];
type FormGiven = { template?: Template; fields: ByRules["fields"]; close: () => void };

function TemplateForm({ template, fields, close }: FormGiven) {
  const [name, setName] = useState(template?.name ?? "");
  const [text, setText] = useState(template?.text ?? "");
  const save = useSaveThing();
  return (
    <div className={forms.thingForm}>
      <TextField
        size="small"
        autoFocus
        label="Name of the template"
        value={name}
        onChange={({ target }) => setName(target.value)}
      />
      <TextField
        size="small"
        multiline
        minRows={4}
        label="Its text"
        value={text}
        onChange={({ target }) => setText(target.value)}
      />
      <p className={ui.quiet}>
        Fields that are filled in: {fields.map(({ name: field, says }) => `{${field}} ${says}`).join("; ")}. Any other name in
        braces is asked for when you write; a rule does not send what lacks one.
      </p>
      <div className={ui.rowOf}>
        <Button
          variant="contained"
          disabled={save.isPending || name.trim() === "" || text.trim() === ""}
          onClick={() => save.mutate({ kind: "templates", was: template?.name, thing: { name, text } }, { onSuccess: close })}
        >
          Save template
        </Button>
        <Button onClick={close}>Cancel</Button>
      </div>
      <Fault of={save} />
    </div>
  );
}

/** The templates with which one answers, and rules do. */
export function TemplateList({ templates, fields }: { templates: Template[]; fields: ByRules["fields"] }) {
  const [writing, setWriting] = useState<string>();
  const remove = useDeleteThing();
  const close = () => setWriting(undefined);
  return (
    <>
      <ul className={forms.things}>
        {templates.map((template) =>
          writing === template.name ? (
            <li key={template.name}>
              <TemplateForm template={template} fields={fields} close={close} />
            </li>
          ) : (
            <li key={template.name} aria-label={template.name}>
              <header>
                <b>{template.name}</b>
                <small>{template.rules.length > 0 && `named by ${template.rules.join(", ")}`}</small>
                <span>
                  <Button variant="text" onClick={() => setWriting(template.name)} aria-label={`Change: ${template.name}`}>
                    Change
                  </Button>
                  <Button
                    variant="text"
                    disabled={remove.isPending}
                    onClick={() => remove.mutate({ kind: "templates", name: template.name })}
                    aria-label={`Delete: ${template.name}`}
                  >
                    Delete
                  </Button>
                </span>
              </header>
              <p className={styles.text}>{template.text}</p>
            </li>
          ),
        )}
      </ul>
      {writing === "" ? (
        <TemplateForm fields={fields} close={close} />
      ) : (
        <Button onClick={() => setWriting("")}>New template</Button>
      )}
    </>
  );
}
