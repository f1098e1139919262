import Button from "@mui/material/Button";
import { useState } from "react";
import type { Week } from "../../api/client";
import { useFollowCalendar, type OverMeetings } from "../../api/plan";
import { BeforeSaving } from "../../rule/BeforeSaving";
import { Fault } from "../../parts/Fault";
import { TextSlot } from "../../parts/fields";
import ui from "../../parts/page.module.css";
import { Slot } from "../../parts/Slot";

const CHOICES: { value: OverMeetings; label: string }[] = [
  { value: "none", label: "what comes straight in still comes" },
  { value: "busy", label: "heads-down in those that say busy" },
  { value: "all", label: "heads-down in all that it holds" },
];

/** A calendar's file on this machine, during whose meetings mail is held; read anew when it changes. */
export function Followed({ week }: { week: Week }) {
  const { followed } = week;
  const [path, setPath] = useState("");
  const [wanted, setWanted] = useState<OverMeetings>();
  const [leaving, setLeaving] = useState(false);
  const follow = useFollowCalendar();
  const over = wanted ?? followed?.heads_down ?? "none";
  const close = () => {
    setWanted(undefined);
    setLeaving(false);
    setPath("");
  };
  const send = (given: string | null) => follow.mutate({ path: given, heads_down: over }, { onSuccess: close });
  const changes = followed && over !== followed.heads_down;
  const given = followed ? followed.path : path.trim();
  const preview = leaving ? { path: null } : changes || (!followed && given) ? { path: given, heads_down: over } : undefined;
  return (
    <div>
      <div className={ui.rowOf}>
        {followed ? (
          <span>
            Mail is held during the meetings of <b>{followed.path}</b>;
          </span>
        ) : (
          <>
            hold mail during my meetings in
            <TextSlot
              label="A calendar’s file on this machine"
              value={path}
              placeholder="/home/wren/calendar.ics"
              width="long"
              change={setPath}
            />
          </>
        )}
        {(followed || given) && (
          <Slot
            label="Heads-down over meetings"
            value={over}
            choices={CHOICES}
            change={(next) => setWanted(next as OverMeetings)}
          />
        )}
      </div>
      {followed?.problem && <p className={ui.inPlace}>It cannot be read at the moment: {followed.problem}</p>}
      {preview && <BeforeSaving given={{ calendar: preview }} />}
      <div className={ui.rowOf}>
        {!followed && (
          <Button disabled={!given} onClick={() => send(given)}>
            Follow it
          </Button>
        )}
        {changes && !leaving && <Button onClick={() => send(followed.path)}>Save that</Button>}
        {followed && !leaving && (
          <Button variant="text" onClick={() => setLeaving(true)}>
            No longer
          </Button>
        )}
        {leaving && (
          <Button autoFocus onClick={() => send(null)}>
            Follow it no longer
          </Button>
        )}
        {(leaving || changes) && (
          <Button variant="text" onClick={close}>
            Leave it as it is
          </Button>
        )}
      </div>
      <Fault of={follow} />
    </div>
  );
}
