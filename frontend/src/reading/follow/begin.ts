import type { SaidMoment } from "../../api/following";

/** What a task or an appointment begins as, where a moment of the text is its own. */
export type Begin = Pick<SaidMoment, "on" | "at" | "until">;
