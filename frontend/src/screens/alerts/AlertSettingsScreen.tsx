import Close from "@mui/icons-material/Close";
import Button from "@mui/material/Button";
import IconButton from "@mui/material/IconButton";
import Slider from "@mui/material/Slider";
import { useState } from "react";
import { ask, permission, type Permission } from "../../alerts/desktop";
import { play } from "../../alerts/sound";
import { useTryOut } from "../../alerts/trials";
import { useDeleteSound, useKeepSound, useSaveAlertSettings, useSounds, useShowingAlerts } from "../../api/alerts";
import type { AlertSettings } from "../../api/client";
import { Check } from "../../parts/Check";
import { DayChips, DAYS } from "../../parts/chips";
import { Fault } from "../../parts/Fault";
import { NumberSlot } from "../../parts/fields";
import { TimeSlot } from "../../parts/moments";
import { FileField } from "../../parts/FileField";
import ui from "../../parts/page.module.css";
import { AlertsNav } from "./AlertsNav";
import styles from "./settings.module.css";

type Props = { settings: AlertSettings; save: (part: Partial<AlertSettings>) => void };
type Quiet = NonNullable<AlertSettings["quiet"]>[number];

const DESKTOP: Record<Permission, string> = {
  granted: "This browser lets Up Front alert on the desktop.",
  default: "This browser has not been asked yet.",
  denied:
    "This browser refuses. To allow it: click the sign at the left of the address, find “Notifications”, choose “Allow”, and load the page anew.",
  none: "This browser cannot alert on the desktop.",
};

/** Hours in which alerts show without their sound. */
function QuietHours({ settings, save }: Props) {
  const quiet = settings.quiet ?? [];
  const put = (index: number, part: Partial<Quiet>) =>
    save({ quiet: quiet.map((each, at) => (at === index ? { ...each, ...part } : each)) });
  return (
    <>
      {quiet.map((span, index) => (
        <div key={index} className={ui.conditionLine}>
          from
          <TimeSlot label="Quiet from" value={span.from} change={(next) => put(index, { from: next })} />
          to
          <TimeSlot label="Quiet to" value={span.to} change={(next) => put(index, { to: next })} />
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
  const bring = ([file]: File[]) => {
    if (file) keep.mutate({ file, name: file.name.replace(/\.[^.]*$/, "").slice(0, 100) || "My sound" });
  };
  return (
    <>
      <ul className={styles.sounds}>
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
      <FileField label="A sound file" accept="audio/*" take={bring}>
        Bring a sound of your own
      </FileField>{" "}
      <span className={ui.quiet}>WAV, MP3, Ogg or FLAC, at most 1 MB. Choose it in a rule’s alert.</span>
      <Fault of={keep} />
    </>
  );
}

/** What is heard is told while it is drawn, and kept where it is let go. */
function Volume({ volume, save }: { volume: number; save: Props["save"] }) {
  const [drawn, setDrawn] = useState<number>();
  return (
    <div className={styles.volume}>
      Volume
      <Slider
        aria-label="Volume"
        step={5}
        value={drawn ?? volume}
        onChange={(_, next) => setDrawn(next)}
        onChangeCommitted={(_, next) => {
          setDrawn(undefined);
          save({ volume: next });
        }}
      />
      {drawn ?? volume} %
    </div>
  );
}

function Desktop({ settings, save }: Props) {
  const [may, setMay] = useState(permission);
  const tryOut = useTryOut();
  return (
    <section aria-label="On the desktop">
      <h2>On the desktop</h2>
      <Check
        label="alerts whose rule says so show on the desktop too"
        on={settings.desktop === true}
        turn={(desktop) => save({ desktop })}
      />
      <p className={may === "denied" ? ui.inPlace : ui.sub}>{DESKTOP[may]}</p>
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
  const tryOut = useTryOut();
  const [own, setOwn] = useState<AlertSettings>();
  const settings = own ?? showing.data?.settings;
  const save = (part: Partial<AlertSettings>) => {
    const next = { ...settings, ...part };
    setOwn(next);
    saving.mutate(next, { onSettled: () => setOwn(undefined) });
  };
  const volume = settings?.volume ?? 70;
  return (
    <div className={ui.screen}>
      <main className={`${ui.list} ${styles.alertSettings}`}>
        <AlertsNav />
        <h1 className={ui.lead}>How alerts sound</h1>
        <p className={ui.sub}>
          More than three alerts in two minutes become one, and a conversation alerts once in ten minutes, unless a rule calls
          out.
        </p>
        {settings && (
          <>
            <section aria-label="Try them">
              <h2>The three loudnesses</h2>
              <div className={ui.rowOf}>
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
              <Check label="alerts may sound" on={settings.sounds === true} turn={(sounds) => save({ sounds })} />
              <Volume volume={volume} save={save} />
              <SoundList volume={volume} />
              <h3>Quiet hours, for sounds alone</h3>
              <QuietHours settings={settings} save={save} />
            </section>
            <Desktop settings={settings} save={save} />
            <section aria-label="Call-outs and the Front">
              <h2>Call-outs, and the band Now</h2>
              <div className={ui.conditionLine}>
                A call-out that nobody answers calls again after
                <NumberSlot
                  label="Minutes until it calls again"
                  value={settings.again_minutes ?? 5}
                  least={1}
                  most={240}
                  change={(again_minutes) => save({ again_minutes })}
                />
                minutes.
              </div>
              <div className={ui.conditionLine}>
                The band Now shows at most
                <NumberSlot
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
        <Fault of={saving} />
      </main>
    </div>
  );
}
