import { useQueryClient, type QueryClient } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";
import { useNavigate } from "react-router";
import { useNotices } from "../parts/notices";

/** What to ask anew when something happened. */
const TOUCHES: Record<string, string[]> = {
  review: ["views", "viewNames", "front"],
  removed: ["find", "views", "message", "front", "held", "day", "status"],
  views: ["views", "viewNames", "vocabulary", "front"],
  arrived: ["find", "views", "day", "held", "status"],
  surfaced: ["find", "views", "front", "day", "held", "status", "round", "message"],
  changed: ["find", "views", "showingAlerts", "front", "held", "day", "status", "message", "round"],
  rules: [
    "views",
    "viewNames",
    "inks",
    "sounds",
    "front",
    "rules",
    "vocabulary",
    "dryRun",
    "things",
    "application",
    "startingRule",
    "week",
    "letThrough",
    "history",
    "held",
    "status",
    "day",
  ],
  heads_down: ["status", "held", "day", "headsDown"],
  heads_down_over: ["status", "held", "day", "front", "headsDown"],
  alert: ["showingAlerts", "front", "journal", "loudness"],
  alert_answered: ["showingAlerts", "front", "journal", "loudness"],
  alert_taken: ["showingAlerts", "journal"],
  alert_settings: ["showingAlerts", "front"],
  clock: ["clock", "day", "front", "held"],
  sources: ["sources", "status", "front", "held", "day"],
};
const KINDS = [...Object.keys(TOUCHES), "set_up", "reload", "progress"];
const LOST_AFTER_MS = 25_000; // the server beats every ten seconds
const AGAIN_AFTER_MS = 1_000;

export type Connection = "open" | "lost";
type Told = { kind: string; data?: unknown; connection?: Connection };

/**
 * One stream for all tabs: the tab that holds the lock reads it and passes on what it hears. A stream that
 * ends for whatever reason is opened anew from the last event seen, so nothing is missed.
 */
export function listen(hear: (told: Told) => void): () => void {
  const channel = new BroadcastChannel("up-front-events");
  const stop = new AbortController();
  channel.onmessage = ({ data }: MessageEvent<Told>) => hear(data);
  const pass = (told: Told) => {
    hear(told);
    channel.postMessage(told);
  };
  void navigator.locks.request("up-front-events", { signal: stop.signal }, () => read(pass, stop.signal)).catch(() => undefined);
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
          pass({ kind, data: JSON.parse(event.data) });
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

function refresh(queries: QueryClient, { kind, data }: Told) {
  if (kind === "progress") return void queries.setQueryData(["progress"], data);
  const touched = TOUCHES[kind];
  if (!touched) return void queries.invalidateQueries();
  for (const key of touched) void queries.invalidateQueries({ queryKey: [key] });
}

const hearers = new Set<(kind: string) => void>();

/** Calls for each event of the kinds, and whenever the server is heard again. */
export function useHear(kinds: string[], act: () => void) {
  const latest = useRef(act);
  useEffect(() => {
    latest.current = act;
  });
  const heard = kinds.join();
  useEffect(() => {
    const hear = (kind: string) => heard.split(",").includes(kind) && latest.current();
    hearers.add(hear);
    return () => void hearers.delete(hear);
  }, [heard]);
}

/** Keeps every query current; @returns whether the server is heard. */
export function useEvents(): Connection {
  const queries = useQueryClient();
  const { mention } = useNotices();
  const navigate = useNavigate();
  const latest = useRef(mention);
  const go = useRef(navigate);
  useEffect(() => {
    latest.current = mention;
    go.current = navigate;
  });
  const [connection, setConnection] = useState<Connection>("open");
  useEffect(
    () =>
      listen((told) => {
        if (told.connection) setConnection(told.connection);
        else refresh(queries, told);
        hearers.forEach((hear) => hear(told.kind));
        // a round that came, a heads-down that is over, a view that calls for being gone through
        const { message, path } = (told.data as { message?: string; path?: string } | undefined) ?? {};
        if (message) latest.current(message, path ? { label: "Go through it", act: () => void go.current(path) } : undefined);
      }),
    [queries],
  );
  return connection;
}
