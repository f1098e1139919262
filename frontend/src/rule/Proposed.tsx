import type { Sheet } from "../api/client";

/** What a rule that asks first would make otherwise. */
export const Proposed = ({ changes }: { changes: Sheet["asks"][number]["changes"] }) =>
  changes.map(({ topic, now, was }) => (topic === "timing" ? `${now}, was ${was}` : now)).join(" · ") || "as it is already";
