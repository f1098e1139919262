import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import { useState } from "react";
import { useAwayPreview, useEndAway, useGiveAway, type AwayGiven, type ByRules } from "../../api/outgoing";
import { Fault } from "../../parts/Fault";
import { NumberSlot } from "../../parts/fields";
import forms from "../../parts/forms.module.css";
import { DateSlot, TimeSlot } from "../../parts/moments";
import { OneOf } from "../../parts/OneOf";
import ui from "../../parts/page.module.css";
import { PeopleField } from "../../parts/PeopleField";
import { useSettled } from "../../parts/useSettled";

type Away = ByRules["away"];
const WHOM = [
  { value: "everyone", label: "everyone" },
  { value: "contacts", label: "my contacts and organisation" },
  { value: "organisation", label: "my organisation alone" },
] as const;
const HOLDS = [
  { value: "none", label: "as ever" },
  { value: "daily", label: "once a day" },
  { value: "all", label: "when I am back" },
] as const;
type Hold = (typeof HOLDS)[number]["value"];
const SETTLES_MS = 400;
const part = (moment: string | undefined, at: 0 | 1, otherwise: string) => moment?.split("T")[at] ?? otherwise;

/** The notice that one is away: given, tried on the last days' mail, and ended. */
export function AwayForm({ away }: { away: Away }) {
  const [from, setFrom] = useState({ date: part(away?.from, 0, ""), time: part(away?.from, 1, "08:00") });
  const [until, setUntil] = useState({ date: part(away?.until, 0, ""), time: part(away?.until, 1, "08:00") });
  const [outside, setOutside] = useState(away?.outside ?? "");
  const [inside, setInside] = useState(away && away.inside !== away.outside ? away.inside : "");
  const [whom, setWhom] = useState<(typeof WHOM)[number]["value"]>((away?.whom as "everyone" | undefined) ?? "everyone");
  const [except, setExcept] = useState(away?.except ?? []);
  const [days, setDays] = useState(away?.days ?? 7);
  const [hold, setHold] = useState<Hold>((away?.hold as Hold | undefined) ?? "none");
  const [round, setRound] = useState(away?.round ?? "08:00");
  const give = useGiveAway();
  const end = useEndAway();
  const whole = until.date !== "" && outside.trim() !== "";
  const given: AwayGiven = {
    from: from.date ? `${from.date}T${from.time}` : null,
    until: `${until.date}T${until.time}`,
    outside,
    inside,
    whom,
    except,
    days,
    hold,
    round,
  };
  const settled = useSettled(whole ? JSON.stringify(given) : "", SETTLES_MS);
  const preview = useAwayPreview(settled ? (JSON.parse(settled) as AwayGiven) : undefined);
  return (
    <>
      <div className={forms.thingForm}>
        {away?.running && (
          <p className={ui.hint}>
            <b>The notice is on</b>, until {away.until.replace("T", " at ")}.{" "}
            <Button variant="text" disabled={end.isPending} onClick={() => end.mutate()}>
              End it now
            </Button>
          </p>
        )}
        <div className={ui.rowOf}>
          from <DateSlot label="First day away" value={from.date} change={(date) => setFrom({ ...from, date })} />
          <TimeSlot label="From what time" value={from.time} change={(time) => setFrom({ ...from, time })} />
          <span className={ui.quiet}>{from.date === "" && "(at once, where no day is given)"}</span>
        </div>
        <div className={ui.rowOf}>
          until <DateSlot label="Last day away" value={until.date} change={(date) => setUntil({ ...until, date })} />
          <TimeSlot label="Until what time" value={until.time} change={(time) => setUntil({ ...until, time })} />
        </div>
        <TextField
          size="small"
          multiline
          minRows={3}
          label="What others read"
          value={outside}
          onChange={({ target }) => setOutside(target.value)}
        />
        <TextField
          size="small"
          multiline
          minRows={2}
          label="What my organisation reads; the same where it is empty"
          value={inside}
          onChange={({ target }) => setInside(target.value)}
        />
        <OneOf label="To whom it goes" value={whom} choices={WHOM} change={setWhom} />
        <PeopleField kind="terms" label="But not to" people={except} change={setExcept} />
      </div>
      <div className={ui.rowOf}>
        to nobody twice within <NumberSlot label="Days" value={days} least={1} most={30} change={setDays} /> days
      </div>
      <div className={ui.rowOf}>
        Meanwhile my mail comes <OneOf label="How my mail comes meanwhile" value={hold} choices={HOLDS} change={setHold} />
        {hold === "daily" && <TimeSlot label="The round of each day" value={round} change={setRound} />}
      </div>
      {hold !== "none" && <p className={ui.quiet}>What breaks through heads-down comes at once all the same.</p>}
      <p role="status" className={ui.hint}>
        {preview.data?.said ??
          "It never goes to lists, newsletters, notices and other automatic mail, nor where you are not named."}
      </p>
      <div className={ui.rowOf}>
        <Button variant="contained" disabled={!whole || give.isPending} onClick={() => give.mutate(given)}>
          {away?.running ? "Change the notice" : "Give the notice"}
        </Button>
      </div>
      <Fault of={preview} />
      <Fault of={give} />
    </>
  );
}
