import Button from "@mui/material/Button";
import ui from "../parts/page.module.css";
import { Conditions, type Around } from "./Conditions";
import type { Condition } from "./tree";

type Given = Around & { node: Condition | null | undefined; change: (next: Condition | null) => void };

/** What is left out of what is meant, where anything is. */
export const Exceptions = ({ node, change, ...around }: Given) => (
  <div className={ui.part}>
    <h2>Unless</h2>
    {node ? (
      <div>
        <Conditions node={node} pointer="/unless" change={change} adding="exception" {...around} />
        <Button variant="text" onClick={() => change(null)}>
          No exceptions
        </Button>
      </div>
    ) : (
      <Button variant="text" onClick={() => change({ any: [] })}>
        + exception
      </Button>
    )}
  </div>
);
