import { TOUCHES } from "./keys";

const KINDS = [...Object.keys(TOUCHES), "set_up", "reload"];
export const LOST_AFTER_MS = 25_000; // the server beats every ten seconds
const AGAIN_AFTER_MS = 1_000;

export type Connection = "open" | "lost";
/** What happened. `id` grows from event to event; what tells of the connection, and a beat, has none. */
export type Told = { kind: string; id?: number; data?: unknown; connection?: Connection };

/** Reads the server's stream. One that ends for whatever reason is opened anew from the last event seen, so nothing is missed. */
export class Reader {
  connection: Connection = "open";
  readonly #tell: (told: Told) => void;
  #source: EventSource | undefined;
  #last: string;
  #timer: ReturnType<typeof setTimeout> | undefined;
  #ended = false;

  /** @param since the last event that is known already */
  constructor(tell: (told: Told) => void, since?: number) {
    this.#tell = tell;
    this.#last = since === undefined ? "" : String(since);
    this.#open();
  }

  end() {
    this.#ended = true;
    clearTimeout(this.#timer);
    this.#source?.close();
  }

  #open = () => {
    if (this.#ended) return;
    const source = new EventSource(`/api/events${this.#last ? `?since=${this.#last}` : ""}`);
    this.#source = source;
    source.addEventListener("hello", () => {
      const wasLost = this.connection === "lost";
      this.#stands("open");
      if (wasLost) this.#tell({ kind: "reload" });
      this.#watch();
    });
    source.addEventListener("beat", () => {
      this.#tell({ kind: "beat" });
      this.#watch();
    });
    source.onerror = this.#again;
    for (const kind of KINDS)
      source.addEventListener(kind, (event: MessageEvent<string>) => {
        this.#last = event.lastEventId || this.#last;
        this.#tell({ kind, id: Number(event.lastEventId) || undefined, data: JSON.parse(event.data) });
        this.#watch();
      });
  };

  #again = () => {
    this.#source?.close();
    this.#stands("lost");
    clearTimeout(this.#timer);
    this.#timer = setTimeout(this.#open, AGAIN_AFTER_MS);
  };

  #watch() {
    clearTimeout(this.#timer);
    this.#timer = setTimeout(this.#again, LOST_AFTER_MS);
  }

  #stands(connection: Connection) {
    this.connection = connection;
    this.#tell({ kind: "connection", connection });
  }
}
