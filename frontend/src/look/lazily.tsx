import { lazy, useState, type ComponentType } from "react";

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

const parts: (() => Promise<unknown>)[] = [];

/** Loads every part, one after the other: they are at hand before they are asked for, also when the server is gone by then. */
export async function loadAhead(goOn: () => boolean) {
  for (const load of parts) {
    if (goOn()) await load().catch(() => undefined); // asked for again where it is drawn
  }
}

/**
 * A component of its own part, loaded when it is first drawn or told to; what it stands in has our looks. One that is at
 * hand is drawn at once: what has been waited for once is kept back by React for a while, so as not to flicker.
 */
export function lazily<Name extends string, Props extends object>(
  name: Name,
  load: () => Promise<Record<Name, ComponentType<Props>>>,
) {
  let AtHand: ComponentType<Props> | undefined;
  const both = async () => {
    const [{ Themed }, part] = await Promise.all([import("./Themed"), load()]);
    const Part = part[name] as ComponentType<object>;
    AtHand ??= (props: Props) => (
      <Themed>
        <Part {...props} />
      </Themed>
    );
    return { default: AtHand };
  };
  const Waiting = lazy(() => loadedOrReloaded(both));
  function Drawn(props: Props) {
    const [Shown] = useState<ComponentType<Props>>(() => AtHand ?? Waiting); // the same as long as it stands there
    return <Shown {...props} />;
  }
  parts.push(both);
  return Object.assign(Drawn, { load: () => void both().catch(() => undefined) }); // asked for again where it is drawn
}
