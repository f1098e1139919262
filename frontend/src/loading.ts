import { lazy, type ComponentType } from "react";

const KEY = "up-front-reloaded-for-a-part";
const AGAIN_MS = 10_000;

/** Whether the server answers, and so has a page that goes with its parts. */
const answers = () =>
  fetch("/api/status").then(
    (answer) => answer.ok,
    () => false,
  );

function reloadedJustNow(): boolean {
  const at = Number(sessionStorage.getItem(KEY) ?? 0);
  return Date.now() - at < AGAIN_MS;
}

/**
 * A part of the page. After an update of the server the part that this page knows of may be gone: then the page is loaded
 * anew, once, and this never ends. Where the server does not answer, the page stays and the fault is told.
 */
async function loadedOrReloaded<Part>(load: () => Promise<Part>): Promise<Part> {
  try {
    return await load();
  } catch (fault) {
    if (reloadedJustNow() || !(await answers())) throw fault;
    sessionStorage.setItem(KEY, String(Date.now()));
    location.reload();
    return new Promise<Part>(() => undefined);
  }
}

/** A component of its own part, loaded when it is first drawn. */
export function lazily<Name extends string, Props>(name: Name, load: () => Promise<Record<Name, ComponentType<Props>>>) {
  return lazy<ComponentType<Props>>(() => loadedOrReloaded(load).then((module) => ({ default: module[name] })));
}
