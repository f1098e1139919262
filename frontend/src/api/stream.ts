import { TOUCHES } from "./keys";

const KINDS = [...Object.keys(TOUCHES), "set_up", "reload"];
const LOST_AFTER_MS = 25_000; // the server beats every ten seconds
const AGAIN_AFTER_MS = 1_000;
const NAME = "up-front-events"; // of the lock and the channel that tabs share

export type Connection = "open" | "lost";
/** What happened. `id` grows from event to event; what tells of the connection has none. */
export type Told = { kind: string; id?: number; data?: unknown; connection?: Connection };

/**
 * One stream for all tabs: the tab that holds the lock reads it and passes on what it hears. A stream that
 * ends for whatever reason is opened anew from the last event seen, so nothing is missed.
 */
export function listen(hear: (told: Told) => void): () => void {
  const channel = new BroadcastChannel(NAME);
  const stop = new AbortController();
  channel.onmessage = ({ data }: MessageEvent<Told>) => hear(data);
  const pass = (told: Told) => {
    hear(told);
    channel.postMessage(told);
  };
  void navigator.locks.request(NAME, { signal: stop.signal }, () => read(pass, stop.signal)).catch(() => undefined);
  return () => {
    stop.abort();
    channel.close();
  };
}

function read(pass: (told: Told) => void, stopped: AbortSignal): Promise<void> {
  return new Promise((resolve) => {
    let source: EventSource | undefined;
    let last = "";
    let timer = 0;
    let wasLost = false;
    const open = () => {
      source?.close();
      source = new EventSource(`/api/events${last ? `?since=${last}` : ""}`);
      source.addEventListener("hello", () => {
        pass({ kind: "connection", connection: "open" });
        if (wasLost) pass({ kind: "reload" });
        wasLost = false;
        watch();
      });
      source.addEventListener("beat", watch);
      source.onerror = again;
      for (const kind of KINDS)
        source.addEventListener(kind, (event: MessageEvent<string>) => {
          last = event.lastEventId || last;
          pass({ kind, id: Number(event.lastEventId) || undefined, data: JSON.parse(event.data) });
          watch();
        });
    };
    const again = () => {
      source?.close();
      wasLost = true;
      pass({ kind: "connection", connection: "lost" });
      clearTimeout(timer);
      timer = window.setTimeout(open, AGAIN_AFTER_MS);
    };
    const watch = () => {
      clearTimeout(timer);
      timer = window.setTimeout(again, LOST_AFTER_MS);
    };
    stopped.addEventListener("abort", () => {
      clearTimeout(timer);
      source?.close();
      resolve();
    });
    open();
  });
}
