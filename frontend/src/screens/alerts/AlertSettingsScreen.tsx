import Close from "@mui/icons-material/Close";
import Button from "@mui/material/Button";
import Checkbox from "@mui/material/Checkbox";
import FormControlLabel from "@mui/material/FormControlLabel";
import IconButton from "@mui/material/IconButton";
import { useRef, useState } from "react";
import type { AlertSettings } from "../../api/client";
import { useDeleteSound, useKeepSound, useSaveAlertSettings, useSounds, useShowingAlerts } from "../../api/queries";
import { ask, permission, type Permission } from "../../parts/alerts/desktop";
import { play } from "../../parts/alerts/sound";
import { tryOut } from "../../parts/alerts/soundTests";
import { DayChips, DAYS } from "../../parts/DayChips";
import { AlertsNav } from "./AlertsNav";
import "./alerts-screens.css";

type Props = { settings: AlertSettings; save: (part: Partial<AlertSettings>) => void };
type Quiet = NonNullable<AlertSettings["quiet"]>[number];

const DESKTOP: Record<Permission, string> = {
  granted: "This browser lets Up Front alert on the desktop.",
  default: "This browser has not been asked yet.",
  denied:
    "This browser refuses. To allow it: click the sign at the left of the address, find “Notifications”, choose “Allow”, and load the page anew.",
  none: "This browser cannot alert on the desktop.",
};

function Number({
  label,
  value,
  least,
  most,
  change,
}: {
  label: string;
  value: number;
  least: number;
  most: number;
  change: (next: number) => void;
}) {
  return (
    <input
      className="slot-input number"
      type="number"
      min={least}
      max={most}
      aria-label={label}
      value={value}
      onChange={(event) => {
        const next = event.target.valueAsNumber;
        if (next >= least && next <= most) change(next);
      }}
    />
  );
}

/** Hours in which alerts show without their sound. */
function QuietHours({ settings, save }: Props) {
  const quiet = settings.quiet ?? [];
  const put = (index: number, part: Partial<Quiet>) =>
    save({ quiet: quiet.map((each, at) => (at === index ? { ...each, ...part } : each)) });
  return (
    <>
      {quiet.map((span, index) => (
        <div key={index} className="condition-line">
          from
          <input
            className="slot-input time"
            type="time"
            aria-label="Quiet from"
            value={span.from}
            onChange={(event) => event.target.value && put(index, { from: event.target.value })}
          />
          to
          <input
            className="slot-input time"
            type="time"
            aria-label="Quiet to"
            value={span.to}
            onChange={(event) => event.target.value && put(index, { to: event.target.value })}
          />
          <DayChips days={span.days} change={(days) => put(index, { days })} />
          <IconButton
            size="small"
            aria-label="Take these hours out"
            onClick={() => save({ quiet: quiet.filter((_, at) => at !== index) })}
          >
            <Close fontSize="inherit" />
          </IconButton>
        </div>
      ))}
      <Button onClick={() => save({ quiet: [...quiet, { days: [...DAYS], from: "19:00", to: "08:00" }] })}>
        Add quiet hours
      </Button>
    </>
  );
}

function SoundList({ volume }: { volume: number }) {
  const sounds = useSounds().data;
  const keep = useKeepSound();
  const remove = useDeleteSound();
  const field = useRef<HTMLInputElement>(null);
  const bring = (file: File | undefined) => {
    if (file) keep.mutate({ file, name: file.name.replace(/\.[^.]*$/, "").slice(0, 100) || "My sound" });
  };
  return (
    <>
      <ul className="sounds">
        {sounds?.shipped.map(({ name, path }) => (
          <li key={name}>
            <Button onClick={() => void play(path, volume)} aria-label={`Play ${name}`}>
              {name}
            </Button>
          </li>
        ))}
        {sounds?.own.map(({ id, name, path }) => (
          <li key={id}>
            <Button onClick={() => void play(path, volume)} aria-label={`Play ${name}`}>
              {name} <small>yours</small>
            </Button>
            <IconButton size="small" aria-label={`Let ${name} go`} onClick={() => remove.mutate(id)}>
              <Close fontSize="inherit" />
            </IconButton>
          </li>
        ))}
      </ul>
      <input
        ref={field}
        type="file"
        accept="audio/*"
        className="unseen"
        tabIndex={-1}
        aria-label="A sound file"
        onChange={(event) => {
          bring(event.target.files?.[0]);
          event.target.value = "";
        }}
      />
      <Button onClick={() => field.current?.click()}>Bring a sound of your own</Button>{" "}
      <span className="quiet">WAV, MP3, Ogg or FLAC, at most 1 MB. Choose it in a rule’s alert.</span>
      {keep.isError && (
        <p className="error-text" role="alert">
          {keep.error.message}
        </p>
      )}
    </>
  );
}

function Desktop({ settings, save }: Props) {
  const [may, setMay] = useState(permission());
  return (
    <section aria-label="On the desktop">
      <h2>On the desktop</h2>
      <FormControlLabel
        control={<Checkbox size="small" checked={settings.desktop === true} onChange={(_, desktop) => save({ desktop })} />}
        label="alerts whose rule says so show on the desktop too"
      />
      <p className={may === "denied" ? "in-place" : "sub"}>{DESKTOP[may]}</p>
      {may === "default" && <Button onClick={() => void ask().then(setMay)}>Ask the browser</Button>}
      {may === "granted" && (
        <Button onClick={() => tryOut({ level: "tap", text: "This is how an alert shows on the desktop", desktop: true }, 0)}>
          Try it on the desktop
        </Button>
      )}
    </section>
  );
}

/** How alerts may sound: switches, volume, quiet hours, sounds; and a trial of each. */
export function AlertSettingsScreen() {
  const showing = useShowingAlerts();
  const saving = useSaveAlertSettings();
  const [own, setOwn] = useState<AlertSettings>();
  const settings = own ?? showing.data?.settings;
  const save = (part: Partial<AlertSettings>) => {
    const next = { ...settings, ...part };
    setOwn(next);
    saving.mutate(next, { onSettled: () => setOwn(undefined) });
  };
  const volume = settings?.volume ?? 70;
  return (
    <div className="screen">
      <main className="list alert-settings">
        <AlertsNav />
        <h1 className="lead">How alerts sound</h1>
        <p className="sub">
          More than three alerts in two minutes become one, and a conversation alerts once in ten minutes, unless a rule calls
          out.
        </p>
        {settings && (
          <>
            <section aria-label="Try them">
              <h2>The three loudnesses</h2>
              <div className="row-of">
                <Button onClick={() => tryOut({ level: "tap", text: "A tap goes by itself", desktop: false }, volume)}>
                  Try a tap
                </Button>
                <Button
                  onClick={() =>
                    tryOut({ level: "chime", text: "A chime is heard", desktop: false, sound: "/sounds/lantern.wav" }, volume)
                  }
                >
                  Try a chime
                </Button>
                <Button
                  onClick={() =>
                    tryOut(
                      {
                        level: "call_out",
                        text: "A call-out stays until it is answered",
                        desktop: false,
                        sound: "/sounds/harbour.wav",
                      },
                      volume,
                    )
                  }
                >
                  Try a call-out
                </Button>
              </div>
            </section>
            <section aria-label="Sounds">
              <h2>Sounds</h2>
              <FormControlLabel
                control={<Checkbox size="small" checked={settings.sounds === true} onChange={(_, sounds) => save({ sounds })} />}
                label="alerts may sound"
              />
              <label className="volume">
                Volume
                <input
                  type="range"
                  min={0}
                  max={100}
                  step={5}
                  value={volume}
                  onChange={(event) => save({ volume: event.target.valueAsNumber })}
                />
                {volume} %
              </label>
              <SoundList volume={volume} />
              <h3>Quiet hours, for sounds alone</h3>
              <QuietHours settings={settings} save={save} />
            </section>
            <Desktop settings={settings} save={save} />
            <section aria-label="Call-outs and the Front">
              <h2>Call-outs, and the band Now</h2>
              <div className="condition-line">
                A call-out that nobody answers calls again after
                <Number
                  label="Minutes until it calls again"
                  value={settings.again_minutes ?? 5}
                  least={1}
                  most={240}
                  change={(again_minutes) => save({ again_minutes })}
                />
                minutes.
              </div>
              <div className="condition-line">
                The band Now shows at most
                <Number
                  label="Messages that Now shows"
                  value={settings.now_most ?? 5}
                  least={1}
                  most={50}
                  change={(now_most) => save({ now_most })}
                />
                messages; the rest is one line below them.
              </div>
            </section>
          </>
        )}
        {saving.isError && (
          <p className="error-text" role="alert">
            {saving.error.message}
          </p>
        )}
      </main>
    </div>
  );
}
