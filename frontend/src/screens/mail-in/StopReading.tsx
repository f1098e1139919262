import Button from "@mui/material/Button";
import Dialog from "@mui/material/Dialog";
import { useOnlyFrom } from "../../api/servers";
import { useRemoveSource } from "../../api/sources";
import { Fault } from "../../parts/Fault";
import forms from "../../parts/forms.module.css";
import ui from "../../parts/page.module.css";
import type { Source } from "./SourceList";

/** Asks what becomes of a mailbox's mail here, with the figure first; the way back is nearest. */
export function StopReading({ source, close }: { source: Source; close: () => void }) {
  const only = useOnlyFrom(source.id);
  const remove = useRemoveSource();
  const stop = (mail: "stays" | "goes") => remove.mutate({ id: source.id, mail }, { onSuccess: close });
  const count = only.data?.messages;
  const messages = count === 1 ? "1 message" : `${(count ?? 0).toLocaleString("en")} messages`;
  return (
    <Dialog open onClose={close} aria-labelledby="stop-title">
      <div className={forms.smallForm}>
        <h2 id="stop-title">Stop reading {source.path}?</h2>
        <p>
          {count === undefined
            ? "Counting what came by it alone …"
            : `${messages} came by this mailbox and by no other way. Where the mail goes from here, it goes for good; on the server nothing is changed either way.`}
        </p>
        <div className={ui.rowOf}>
          <Button variant="contained" autoFocus onClick={close}>
            Go on reading it
          </Button>
          <Button onClick={() => stop("stays")} disabled={remove.isPending}>
            Stop, its mail stays here
          </Button>
          <Button onClick={() => stop("goes")} disabled={remove.isPending || !count}>
            {count ? `Stop, and remove ${messages} from here` : "Stop, and remove its mail from here"}
          </Button>
        </div>
        <Fault of={only} />
        <Fault of={remove} />
      </div>
    </Dialog>
  );
}
