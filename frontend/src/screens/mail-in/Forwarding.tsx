import Button from "@mui/material/Button";
import { useState } from "react";
import { useSearchParams } from "react-router";
import { useAskForProof, useEnterCode, useNoLongerForward, type ByRules } from "../../api/outgoing";
import { Fault } from "../../parts/Fault";
import { TextSlot } from "../../parts/fields";
import forms from "../../parts/forms.module.css";
import ui from "../../parts/page.module.css";
import { Pill } from "../../parts/Pill";

type Row = ByRules["forwarding"][number];

function Address({ row: { address, proved, asked } }: { row: Row }) {
  const [link] = useSearchParams(); // the one in the letter with the code
  const [code, setCode] = useState(link.get("address") === address ? (link.get("code") ?? "") : "");
  const enter = useEnterCode();
  const ask = useAskForProof();
  const remove = useNoLongerForward();
  return (
    <li aria-label={address}>
      <header>
        <b>{address}</b> <Pill kind={proved ? "new" : "top"}>{proved ? "proved" : "not proved yet"}</Pill>
        <span>
          {!proved && (
            <Button variant="text" disabled={ask.isPending} onClick={() => ask.mutate(address)}>
              {asked ? "Send another code" : "Send a code"}
            </Button>
          )}
          <Button
            variant="text"
            disabled={remove.isPending}
            onClick={() => remove.mutate(address)}
            aria-label={`Take out ${address}`}
          >
            Take out
          </Button>
        </span>
      </header>
      {!proved && asked && (
        <p>
          A code was sent there {asked}.{" "}
          <TextSlot label={`Code of ${address}`} placeholder="the code" value={code} change={setCode} />{" "}
          <Button disabled={code.trim() === "" || enter.isPending} onClick={() => enter.mutate({ address, code })}>
            Enter
          </Button>
        </p>
      )}
      <Fault of={enter} />
      <Fault of={ask} />
    </li>
  );
}

/** The addresses to which rules may forward: each is proved by a code that is sent there. */
export function Forwarding({ rows }: { rows: Row[] }) {
  const [address, setAddress] = useState("");
  const ask = useAskForProof();
  return (
    <>
      <p className={ui.sub}>
        Rules forward only to addresses that are proved: a code is sent there, and entered here by whoever got it.
      </p>
      <ul className={forms.things}>
        {rows.map((row) => (
          <Address key={row.address} row={row} />
        ))}
      </ul>
      <p>
        <TextSlot label="Another address to forward to" placeholder="an address" value={address} change={setAddress} />{" "}
        <Button
          disabled={address.trim() === "" || ask.isPending}
          onClick={() => ask.mutate(address, { onSuccess: () => setAddress("") })}
        >
          Send a code there
        </Button>
      </p>
      <Fault of={ask} />
    </>
  );
}
