import Button from "@mui/material/Button";
import Menu from "@mui/material/Menu";
import MenuItem from "@mui/material/MenuItem";
import { useState } from "react";
import { fillTemplate, useByRules } from "../../api/outgoing";
import { TextSlot } from "../../parts/fields";
import styles from "./write.module.css";

type Lacking = { template: string; fields: { name: string; says: string }[]; values: Record<string, string> };

/** Puts a template into what is written; for a field that has no value it asks. */
export function Templates({
  draft,
  put,
  failed,
}: {
  draft: number;
  put: (text: string) => void;
  failed: (problem: Error) => void;
}) {
  const templates = useByRules().data?.templates ?? [];
  const [at, setAt] = useState<HTMLElement | null>(null);
  const [lacking, setLacking] = useState<Lacking>();
  if (templates.length === 0) return null;
  const use = (template: string, values: Record<string, string> = {}) =>
    fillTemplate(draft, template, values).then(({ text, lacking: fields }) => {
      if (fields.length > 0) return setLacking({ template, fields, values });
      setLacking(undefined);
      put(text);
    }, failed);
  return (
    <>
      <Button aria-haspopup="menu" aria-expanded={at !== null} onClick={({ currentTarget }) => setAt(currentTarget)}>
        Template …
      </Button>
      <Menu anchorEl={at} open={at !== null} onClose={() => setAt(null)}>
        {templates.map(({ name }) => (
          <MenuItem
            key={name}
            onClick={() => {
              setAt(null);
              void use(name);
            }}
          >
            {name}
          </MenuItem>
        ))}
      </Menu>
      {lacking && (
        <span className={styles.own} role="group" aria-label={`What “${lacking.template}” wants to know`}>
          {lacking.fields.map(({ name, says }) => (
            <TextSlot
              key={name}
              label={says}
              placeholder={says}
              value={lacking.values[name] ?? ""}
              change={(value) => setLacking({ ...lacking, values: { ...lacking.values, [name]: value } })}
            />
          ))}
          <Button onClick={() => void use(lacking.template, lacking.values)}>Put it in</Button>
          <Button variant="text" onClick={() => setLacking(undefined)}>
            Leave it
          </Button>
        </span>
      )}
    </>
  );
}
