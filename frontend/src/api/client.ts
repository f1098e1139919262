import createClient, { type Middleware } from "openapi-fetch";
import type { components, paths } from "./schema";

type Schemas = components["schemas"];
export type Row = Schemas["Row"];
export type Front = Schemas["Front"];
export type Section = Schemas["Section"];
export type Held = Schemas["Held"];
export type Day = Schemas["Day"];
export type Sheet = Schemas["Sheet"];
export type Rule = Schemas["Rule"];
export type RuleBody = Schemas["RuleBody"];
export type Vocabulary = Schemas["Vocabulary"];
export type Fact = Vocabulary["facts"][number];
export type DryRun = Schemas["DryRun"];
export type DraftFault = Schemas["DraftFault"];
export type Tried = Schemas["Tried"];
export type Learned = Schemas["Learned"];
export type Replay = Schemas["Replay"];
export type ReplaySide = Schemas["ReplaySide"];
export type Proposals = Schemas["Proposals"];
export type CheckUp = Schemas["CheckUp"];
export type PromiseBody = Schemas["PromiseBody"];
export type PromiseRow = Schemas["PromiseRow"];
export type ExampleRow = Schemas["ExampleRow"];
export type Promises = Schemas["Promises"];
export type TurnedRow = Schemas["TurnedRow"];
export type Shall = Schemas["Shall"];
export type WhyLine = Schemas["WhyLine"];
export type RuleChange = Schemas["RuleChange"];
export type StartingRule = Schemas["StartingRule"];
export type Week = Schemas["Week"];
export type Things = Schemas["Things"];
export type EffectEntry = Vocabulary["effects"][number];
export type EffectEditor = Vocabulary["editors"][string];
export type Starts = Schemas["Starts"];
export type Clock = Schemas["Clock"];
export type Status = Schemas["Status"];
export type Done = Schemas["Done"];
export type Alert = Schemas["Alert"];
export type AlertSettings = Schemas["AlertSettings"];
export type Loudness = Schemas["Loudness"];
export type InkThing = Schemas["InkThing"];
export type InkStyle = Schemas["InkStyle"];
export type Found = Schemas["Found"];
export type Facets = Schemas["Facets"];
export type SavedView = Schemas["SavedView"];
export type ViewBody = Schemas["ViewBody"];
export type ViewPage = Schemas["ViewPage"];
export type ViewDryRun = Schemas["ViewDryRun"];
export type Pieces = Schemas["Pieces"];
export type Act =
  | "clear"
  | "flag"
  | "unflag"
  | "read"
  | "unread"
  | "let_in"
  | "to_front"
  | "discard"
  | "recover"
  | "raise"
  | "lower"
  | "keep"
  | "unkeep";

/** What the server refused, in words for a person, with the fields to blame. */
export class Problem extends Error {
  constructor(
    readonly status: number,
    detail: string,
    readonly errors: { pointer?: string | null; expected?: string; found?: string | null; words?: string }[] = [],
  ) {
    super(detail);
  }
}

type Ask = (turned: TurnedRow[]) => Promise<boolean>;
/** Who asks; what comes before there is anybody waits. */
const asker: { ask?: Ask; waiting: (() => void)[] } = { waiting: [] };

/** Asks of each change that would turn what was promised; it is sent again where that is meant. @returns what ends it */
export function onTurned(ask: Ask): () => void {
  asker.ask = ask;
  asker.waiting.splice(0).forEach((go) => go());
  return () => {
    if (asker.ask === ask) asker.ask = undefined;
  };
}

const turnedOf = (refused: Response): Promise<TurnedRow[] | undefined> =>
  refused
    .clone()
    .json()
    .then(
      ({ turned }: { turned?: TurnedRow[] }) => turned,
      () => undefined,
    );

/** What is refused for what it would turn is put to the person first, and their answer is what is answered. */
async function asking(request: Request): Promise<Response> {
  if (request.method === "GET") return fetch(request);
  const again = request.clone();
  const answer = await fetch(request);
  const turned = answer.status === 409 ? await turnedOf(answer) : undefined;
  if (!turned) return answer;
  if (!asker.ask) await new Promise<void>((go) => asker.waiting.push(go));
  if (!(await asker.ask!(turned))) return answer;
  again.headers.set("up-front-meant", "yes");
  return fetch(again);
}

export const api = createClient<paths>({ baseUrl: "/api", fetch: asking });

/** Calls with a header of each answer that has it. @returns what ends it */
export function onHeader(name: "up-front-events" | "up-front-as-of", hear: (value: string) => void): () => void {
  const middleware: Middleware = {
    onResponse({ response }) {
      const value = response.headers.get(name);
      if (value) hear(value);
    },
  };
  api.use(middleware);
  return () => api.eject(middleware);
}

/** A file as the body of a request. */
export const bytes = (file: File) => ({
  body: file as never,
  bodySerializer: (body: unknown) => body as never,
  headers: { "content-type": "application/octet-stream" },
});

type Answer<T> = { data?: T; error?: unknown; response: Response };

/** The data of an answer, or a Problem thrown. */
export async function unwrap<T>(answer: Promise<Answer<T>>): Promise<T> {
  const { data, error, response } = await answer.catch(() => {
    throw new Problem(0, "The server does not answer. Nothing was changed; try again in a moment.");
  });
  if (data !== undefined && response.ok) return data;
  const problem = (error ?? {}) as { detail?: string; errors?: Problem["errors"] };
  throw new Problem(response.status, problem.detail ?? "The server could not do that. Nothing was changed.", problem.errors);
}
