import Button from "@mui/material/Button";
import type { DraftFault } from "../api/client";
import { useSaveThing } from "../api/rulebook";
import { Fault } from "../parts/Fault";

const KINDS = { groups: "group", labels: "label", inks: "ink" };

/** The way out of what is wrong with a draft, where there is one: what it names is made, or another name taken. */
export function Mend({ fault, rename }: { fault: DraftFault | undefined; rename: (name: string) => void }) {
  const make = useSaveThing();
  const { make: wanted, instead } = fault ?? {};
  return (
    <>
      {instead && (
        <Button variant="text" onClick={() => rename(instead)}>
          Call it “{instead}”
        </Button>
      )}
      {wanted && (
        <Button variant="text" disabled={make.isPending} onClick={() => make.mutate({ kind: wanted.kind, thing: wanted.thing })}>
          Make the {KINDS[wanted.kind]} “{wanted.thing.name}”
        </Button>
      )}
      <Fault of={make} />
    </>
  );
}
