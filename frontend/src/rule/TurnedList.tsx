import Button from "@mui/material/Button";
import { useState } from "react";
import type { TurnedRow } from "../api/client";
import ui from "../parts/page.module.css";
import { BothWhys } from "./BothWhys";

const SIDES = ["As it is", "Then"] as const;

function Turned({ row: { kind, name, said, whys } }: { row: TurnedRow }) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <p className={ui.inPlace}>
        The {kind} “{name}” would not hold any more: {said}{" "}
        {whys.length > 0 && (
          <Button
            variant="text"
            aria-expanded={open}
            aria-label={`${open ? "Hide" : "Both whys"}: ${name}`}
            onClick={() => setOpen(!open)}
          >
            {open ? "Hide" : "Both whys"}
          </Button>
        )}
      </p>
      {open && <BothWhys whys={whys} names={SIDES} />}
    </>
  );
}

/** What was promised, or kept as an example, and would not hold any more; of an example why, as it is and as it would be. */
export const TurnedList = ({ rows }: { rows: TurnedRow[] }) => rows.map((row) => <Turned key={row.kind + row.name} row={row} />);
