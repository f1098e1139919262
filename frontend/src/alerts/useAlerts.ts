import { useCallback, useEffect, useRef, useState } from "react";
import { useNavigate } from "react-router";
import { alertsSeen, takeAlerts, useAnswerAlert } from "../api/alerts";
import type { Alert, AlertSettings } from "../api/client";
import { useAnswerTask } from "../api/following";
import { useHear } from "../api/events";
import { mayAsk, notify, notNow, permission } from "./desktop";
import { play } from "./sound";

const HIDDEN_WAITS_MS = 500; // a tab that is looked at takes alerts before one that is not
const LEVELS = ["tap", "chime", "call_out"];

type Shown = { fresh: Alert[]; missed: Alert[] };

/** The loudest of those that sound. */
const loudest = (alerts: Alert[]) =>
  alerts.filter(({ sound }) => sound).sort((one, other) => LEVELS.indexOf(other.level) - LEVELS.indexOf(one.level))[0];

/** Takes what waits to sound, sounds it here and shows it in every tab. The server gives each alert to one page only. */
export function useAlerts() {
  const navigate = useNavigate();
  const answering = useAnswerAlert();
  const [banners, setBanners] = useState<Alert[]>([]);
  const [missed, setMissed] = useState<Alert[]>([]);
  const [refused, setRefused] = useState<{ path: string; volume: number }>();
  const [wanted, setWanted] = useState(false); // the desktop, which nobody was asked about yet
  const channel = useRef<BroadcastChannel>(undefined);

  const drop = useCallback((ids: number[]) => {
    setBanners((now) => now.filter(({ id }) => !ids.includes(id)));
    channel.current?.postMessage({ gone: ids });
  }, []);

  const { mutate: answer } = answering;
  const { mutate: answerTask } = useAnswerTask();
  const open = useCallback(
    (alert: Alert) => {
      drop([alert.id]);
      if (alert.task) {
        answerTask({ id: alert.task, answer: "open" });
        return void navigate("/today");
      }
      if (alert.id <= 0) return; // it was only tried
      answer({ id: alert.id, answer: "open" });
      void navigate(`/front/${alert.message_id}`);
    },
    [drop, answer, answerTask, navigate],
  );

  const show = useCallback(({ fresh, missed: late }: Shown) => {
    setBanners((now) => [...now, ...fresh.filter(({ level }) => level !== "call_out")]);
    if (late.length > 0) setMissed((now) => [...now, ...late]);
  }, []);

  const sound = useCallback(
    async (alerts: Alert[], settings: AlertSettings) => {
      const loud = loudest(alerts);
      if (loud?.sound && (await play(loud.sound, settings.volume ?? 70)) === "refused")
        setRefused({ path: loud.sound, volume: settings.volume ?? 70 });
      const outside = alerts.filter((each) => each.desktop); // of the page too
      if (!settings.desktop || outside.length === 0) return;
      if (permission() === "granted") outside.forEach((alert) => notify(alert, () => open(alert)));
      else if (mayAsk()) setWanted(true);
    },
    [open],
  );

  const take = useCallback(async () => {
    if (document.visibilityState === "hidden") await new Promise((resolve) => setTimeout(resolve, HIDDEN_WAITS_MS));
    const { fresh, missed: late, settings } = await takeAlerts();
    if (fresh.length + late.length === 0) return;
    show({ fresh, missed: late });
    channel.current?.postMessage({ fresh, missed: late });
    await sound(fresh, settings);
  }, [show, sound]);

  const took = useCallback(() => void take().catch(() => undefined), [take]); // the stream says so when the server is gone
  useHear(({ kind }) => {
    if (["alert", "connection", "reload"].includes(kind)) took();
  });
  useEffect(() => {
    const timer = setTimeout(took); // the stream may have been heard before anybody here listened
    return () => clearTimeout(timer);
  }, [took]);
  useEffect(() => {
    const own = new BroadcastChannel("up-front-alerts");
    channel.current = own;
    own.onmessage = ({ data }: MessageEvent<Shown & { gone?: number[] }>) => {
      if (data.gone) setBanners((now) => now.filter(({ id }) => !data.gone!.includes(id)));
      else show(data);
    };
    return () => own.close();
  }, [show]);

  // The click that a browser waits for before it lets a page sound.
  useEffect(() => {
    if (!refused) return;
    const again = () => {
      setRefused(undefined);
      void play(refused.path, refused.volume);
    };
    window.addEventListener("pointerdown", again, { once: true });
    window.addEventListener("keydown", again, { once: true });
    return () => {
      window.removeEventListener("pointerdown", again);
      window.removeEventListener("keydown", again);
    };
  }, [refused]);

  const closeMissed = useCallback(() => {
    setMissed((now) => {
      if (now.length > 0) void alertsSeen(now.map(({ id }) => id).filter((id) => id > 0)).catch(() => undefined);
      return [];
    });
  }, []);
  return {
    banners,
    missed,
    refused: refused !== undefined,
    wanted,
    asked: () => setWanted(false),
    notNow: () => {
      notNow();
      setWanted(false);
    },
    drop,
    open,
    answer: (alert: Alert, said: "open" | "again" | "done") =>
      alert.task ? answerTask({ id: alert.task, answer: said }) : answer({ id: alert.id, answer: said }),
    closeMissed,
    show,
    sound,
  };
}
