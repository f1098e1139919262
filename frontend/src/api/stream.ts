import { LOST_AFTER_MS, Reader, type Told } from "./reader";

export type { Connection, Told } from "./reader";

const LOOK_MS = 5_000;
const MISSED_BEAT_MS = 15_000; // of a page that is looked at again: the server beats every ten seconds
const TRIES = 2; // with what all tabs share, before a tab reads by itself

type End = () => void;

/** What a tab says to the reader of all: the last event that it knows of, and that it goes. */
export type FromTab = { since: number | undefined } | "gone";

/** By the one reader of all tabs. @throws where there is no such thing */
function joined(hear: (told: Told) => void, since: number | undefined, failed: () => void): End {
  const worker = new SharedWorker(new URL("./stream.worker.ts", import.meta.url), { type: "module", name: "up-front" });
  worker.onerror = failed;
  worker.port.onmessage = ({ data }: MessageEvent<Told>) => hear(data);
  const say = (word: FromTab) => worker.port.postMessage(word);
  say({ since });
  return () => {
    say("gone");
    worker.port.close();
  };
}

function alone(hear: (told: Told) => void, since?: number): End {
  const reader = new Reader(hear, since);
  return () => reader.end();
}

/**
 * Hears what happens, whatever becomes of this tab or the others. A tab that has heard nothing for too long, that was asleep or frozen, or
 * that comes back from the history, connects anew and has everything asked again.
 * @param since the last event that the page knows of
 */
export function listen(hear: (told: Told) => void, since?: number): End {
  let heardAt = Date.now();
  let silent = 0; // connections that said nothing
  let end: End | undefined;
  const told = (each: Told) => {
    heardAt = Date.now();
    silent = 0;
    if (each.kind !== "beat") hear(each);
  };
  const byItself = () => {
    end?.();
    silent = TRIES;
    end = alone(told, since);
  };
  const connect = (from?: number) => {
    end?.();
    try {
      end = silent < TRIES ? joined(told, from, byItself) : alone(told, from);
    } catch {
      end = alone(told, from);
    }
  };
  const anew = () => {
    silent += 1;
    connect();
    hear({ kind: "reload" });
  };
  const look = (patience: number) => {
    if (Date.now() - heardAt < patience) return;
    if (patience === LOST_AFTER_MS) hear({ kind: "connection", connection: "lost" });
    anew();
  };
  const timer = setInterval(() => look(LOST_AFTER_MS), LOOK_MS);
  const stop = new AbortController();
  const { signal } = stop;
  document.addEventListener("visibilitychange", () => document.visibilityState === "visible" && look(MISSED_BEAT_MS), { signal });
  document.addEventListener("resume", () => look(MISSED_BEAT_MS), { signal });
  window.addEventListener("pagehide", () => end?.(), { signal });
  window.addEventListener("pageshow", ({ persisted }) => persisted && anew(), { signal });
  connect(since);
  return () => {
    clearInterval(timer);
    stop.abort();
    end?.();
  };
}
