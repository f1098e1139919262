import Button from "@mui/material/Button";
import { useState } from "react";
import { ConnectMailbox } from "./ConnectMailbox";

/** A mailbox on a server, connected where one asks for it. @param done once it is connected */
export function AddMailbox({ done }: { done?: () => void }) {
  const [open, setOpen] = useState(false);
  return open ? (
    <ConnectMailbox close={() => setOpen(false)} done={() => (setOpen(false), done?.())} />
  ) : (
    <Button onClick={() => setOpen(true)}>Connect a mailbox …</Button>
  );
}
