import { Reader, type Told } from "./reader";
import type { FromTab } from "./stream";

const MOST_RECENT = 200;

/**
 * One stream for all tabs: a browser opens no more than six connections to a server. It lives for as long as any tab does, and hangs on
 * none of them: whatever becomes of the tab that was first, the others go on hearing.
 */
class Shared {
  readonly #ports = new Set<MessagePort>();
  readonly #recent: Told[] = []; // events, for a tab that comes later and knows of fewer
  #reader: Reader | undefined;

  join(port: MessagePort) {
    port.onmessage = ({ data }: MessageEvent<FromTab>) => {
      if (data === "gone") this.#ports.delete(port);
      else this.#welcome(port, data.since);
    };
  }

  #welcome(port: MessagePort, since: number | undefined) {
    this.#ports.add(port);
    this.#reader ??= new Reader((told) => this.#pass(told), since);
    port.postMessage({ kind: "connection", connection: this.#reader.connection });
    if (since === undefined) return;
    const first = this.#recent[0]?.id;
    if (this.#recent.length === MOST_RECENT && first && first > since + 1) port.postMessage({ kind: "reload" });
    this.#recent.filter(({ id = 0 }) => id > since).forEach((told) => port.postMessage(told));
  }

  #pass(told: Told) {
    if (told.id !== undefined) this.#recent.push(told);
    if (this.#recent.length > MOST_RECENT) this.#recent.shift();
    this.#ports.forEach((each) => each.postMessage(told));
  }
}

const shared = new Shared();
(self as unknown as { onconnect: (event: MessageEvent) => void }).onconnect = ({ ports: [port] }) => port && shared.join(port);
