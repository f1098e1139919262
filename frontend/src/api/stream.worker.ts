import { Reader } from "./reader";

// One stream for all tabs (a browser opens no more than six connections to a server). It lives for as long as any tab does, and hangs on
// none of them: whatever becomes of the tab that was first, the others go on hearing.
const ports = new Set<MessagePort>();
let reader: Reader | undefined;

(self as unknown as { onconnect: (event: MessageEvent) => void }).onconnect = ({ ports: [port] }) => {
  if (!port) return;
  ports.add(port);
  port.onmessage = () => ports.delete(port); // a tab says one thing: that it goes
  reader ??= new Reader((told) => ports.forEach((each) => each.postMessage(told)));
  port.postMessage({ kind: "connection", connection: reader.connection });
};
