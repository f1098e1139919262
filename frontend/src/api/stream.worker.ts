import { Reader } from "./reader";

/**
 * One stream for all tabs: a browser opens no more than six connections to a server. It lives for as long as any tab does, and hangs on
 * none of them: whatever becomes of the tab that was first, the others go on hearing.
 */
class Shared {
  readonly #ports = new Set<MessagePort>();
  #reader: Reader | undefined;

  join(port: MessagePort) {
    this.#ports.add(port);
    port.onmessage = () => this.#ports.delete(port); // a tab says one thing: that it goes
    this.#reader ??= new Reader((told) => this.#ports.forEach((each) => each.postMessage(told)));
    port.postMessage({ kind: "connection", connection: this.#reader.connection });
  }
}

const shared = new Shared();
(self as unknown as { onconnect: (event: MessageEvent) => void }).onconnect = ({ ports: [port] }) => port && shared.join(port);
