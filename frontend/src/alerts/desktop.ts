import type { Alert } from "../api/client";

export type Permission = "granted" | "denied" | "default" | "none";

/** Whether this browser may alert on the desktop; "none" where it cannot at all. */
export const permission = (): Permission => (typeof Notification === "undefined" ? "none" : Notification.permission);

const NOT_NOW = "up-front-desktop-not-now";

/** Whether the person may be asked about it: not again once they have said "Not now"; the settings offer it as ever. */
export const mayAsk = () => localStorage.getItem(NOT_NOW) === null;
export const notNow = () => localStorage.setItem(NOT_NOW, "yes");

/** Asks for it; only an act of the person's may do that. */
export const ask = async (): Promise<Permission> =>
  typeof Notification === "undefined" ? "none" : Notification.requestPermission();

/** Plain text alone; the page's own sound goes with it. */
export function notify(alert: Pick<Alert, "id" | "text" | "sender" | "subject">, open: () => void) {
  const body = `${alert.sender}: ${alert.subject}`;
  const shown = new Notification(alert.text, {
    body: body === alert.text ? undefined : body,
    tag: `up-front-${alert.id}`,
    silent: true,
  });
  shown.onclick = () => {
    window.focus();
    open();
    shown.close();
  };
}
