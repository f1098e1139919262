import type { Coming } from "../../../api/house";
import ui from "../../../parts/page.module.css";
import { Pill } from "../../../parts/Pill";
import { TriedRow } from "../../../rule/TriedRow";
import { FIRM } from "./firmness";
import styles from "./house.module.css";

const ACTS: Record<string, string> = { added: "new", changed: "changed", removed: "gone", moved: "moved" };

/** An edition before it holds: what it says, and what would come differently. */
export function Edition({ coming }: { coming: Coming }) {
  return (
    <>
      <p>
        <b>{coming.said}</b> {coming.held}
      </p>
      {coming.note && <blockquote className={styles.note}>{coming.note}</blockquote>}
      {coming.changes.length > 0 && (
        <p className={ui.quiet}>{coming.changes.map(({ act, what }) => `${ACTS[act] ?? act}: ${what}`).join(" · ")}</p>
      )}
      <ul className={styles.told}>
        {coming.rules.map((rule) => (
          <li key={rule.name}>
            <h3>
              {rule.name} <Pill kind={rule.firmness === "for_all" ? "high" : "plain"}>{FIRM[rule.firmness]}</Pill>
            </h3>
            <p>{rule.sentence}</p>
          </li>
        ))}
      </ul>
      {coming.messages.length > 0 && (
        <details>
          <summary>
            What would have come differently{coming.changed > coming.messages.length && `, the newest ${coming.messages.length}`}
          </summary>
          <ul className={styles.tried}>
            {coming.messages.map((each) => (
              <TriedRow key={each.id} tried={each} />
            ))}
          </ul>
        </details>
      )}
    </>
  );
}
