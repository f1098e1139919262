import type { QueryClient, QueryFilters } from "@tanstack/react-query";
import { onHeader } from "./client";
import { TOUCHES } from "./keys";
import { statusQuery } from "./status";
import { listen, type Connection, type Told } from "./stream";

type Hear = (told: Told) => void;

/**
 * What happened, as this page hears of it: from the answer to what it did itself, and from the stream for all else.
 * Each event has what it touches asked anew once, from wherever it is heard first.
 */
export class Happenings {
  connection: Connection = "open";
  /** Done once all that was touched so far has been asked anew. */
  settled: Promise<unknown> = Promise.resolve();
  readonly #queries: QueryClient;
  readonly #hearers = new Set<Hear>();
  #answered: [after: number, last: number][] = []; // events that an answer told of, and the stream has yet to
  #heard = 0; // the last event of the stream
  #oldest = Infinity; // of what event the oldest answer is
  #from: number | undefined; // after which event the stream was heard first

  constructor(queries: QueryClient) {
    this.#queries = queries;
    onHeader("up-front-as-of", (event) => this.#knowsOf(Number(event))); // before anything is asked
  }

  /** @returns what ends it */
  start(): () => void {
    let stopped = false;
    const stops = [onHeader("up-front-events", (header) => this.#hearAnswer(header))];
    const connect = (since?: number) => {
      if (stopped) return;
      this.#from = since === undefined ? undefined : Math.min(since, this.#oldest);
      stops.push(listen((told) => this.#hear(told), this.#from));
    };
    this.#queries.fetchQuery(statusQuery).then(
      ({ last_event }) => connect(last_event),
      () => connect(),
    );
    return () => {
      stopped = true;
      stops.forEach((stop) => stop());
    };
  }

  /** Calls for everything that is heard. @returns what ends it */
  subscribe = (hear: Hear): (() => void) => {
    this.#hearers.add(hear);
    return () => void this.#hearers.delete(hear);
  };

  /**
   * The stream is heard from the oldest event on of which the page shows an answer: others may have come sooner than the status, and be of
   * before what happened then. One that comes later, and is as old, is asked for again.
   */
  #knowsOf(event: number) {
    this.#oldest = Math.min(this.#oldest, event);
    if (this.#from === undefined || event >= this.#from) return;
    this.#from = event;
    void this.#askAnew({});
  }

  #hear(told: Told) {
    if (told.connection) this.connection = told.connection;
    else if (!this.#knows(told.id)) this.#refresh([told.kind]);
    this.#hearers.forEach((hear) => hear(told));
  }

  /** @param header "12-15 changed rules": the events after the first number up to the second, and their kinds */
  #hearAnswer(header: string) {
    const [range = "", ...kinds] = header.split(" ");
    const [after = 0, last = 0] = range.split("-").map(Number);
    if (last <= this.#heard) return; // the stream was quicker
    this.#answered.push([after, last]);
    this.#refresh(kinds);
  }

  #knows(id: number | undefined): boolean {
    if (id === undefined) return false;
    this.#heard = id;
    const known = this.#answered.some(([after, last]) => id > after && id <= last);
    this.#answered = this.#answered.filter(([, last]) => last > id);
    return known;
  }

  #refresh(kinds: string[]) {
    const touched = kinds.map((kind) => TOUCHES[kind]);
    const roots = touched.some((each) => each === undefined) ? [undefined] : [...new Set(touched.flatMap((each) => each ?? []))];
    this.settled = Promise.all([
      this.settled,
      ...roots.map((root) => this.#askAnew(root === undefined ? {} : { queryKey: [root] })),
    ]);
  }

  /**
   * A question that is under way is let come, and shown: it would come later if it began anew with each thing that happens. Its answer may
   * be from before what happened, so it is asked again once that has come.
   */
  async #askAnew(filters: QueryFilters) {
    const under = new Set(this.#queries.getQueryCache().findAll({ ...filters, fetchStatus: "fetching" }));
    const asked = this.#queries.invalidateQueries({ ...filters, predicate: (query) => !under.has(query) });
    await Promise.allSettled([...under].map((query) => query.promise));
    // What asked it again meanwhile did so after that.
    await Promise.all([
      asked,
      this.#queries.invalidateQueries({ predicate: (query) => under.has(query) }, { cancelRefetch: false }),
    ]);
  }
}
