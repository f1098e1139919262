import Button from "@mui/material/Button";
import { Link } from "react-router";
import { useInkBy } from "../../api/messages";
import { useVocabulary } from "../../api/rules";
import { inkStyle } from "../../look/ink";
import { Choice } from "../../parts/chips";
import { useKey } from "../../parts/keys";
import ui from "../../parts/page.module.css";
import styles from "./pane.module.css";

/** An ink given by hand, or taken off, a rule's as well. @param has the ink that they wear, all of them */
export function InkPane({ ids, has, close }: { ids: number[]; has: string | null | undefined; close: () => void }) {
  const inks = useVocabulary().data?.ink_styles ?? {};
  const giving = useInkBy();
  useKey("close", close, true, true);
  const give = (ink: string | null) => {
    close();
    giving.mutate({ messages: ids, ink });
  };
  const names = Object.keys(inks);
  return (
    <section className={styles.makeRule} aria-label="Ink">
      <h2>Ink</h2>
      <div className={styles.chips} role="group" aria-label="The ink to wear">
        {names.map((name, index) => (
          <Choice key={name} autoFocus={index === 0} on={name === has} press={() => give(name)}>
            <em style={inkStyle(inks[name])} className={styles.inkName}>
              {name}
            </em>
          </Choice>
        ))}
        {has !== null && (
          <Choice autoFocus={names.length === 0} press={() => give(null)}>
            no ink
          </Choice>
        )}
      </div>
      {names.length === 0 && (
        <p className={ui.quiet}>
          There is no ink yet. <Link to="/rules/inks">Make one</Link>, and it stands here.
        </p>
      )}
      <div className={styles.makeFoot}>
        <Button onClick={close}>Close</Button>
        <span className={ui.quiet}>What you say here stands over what rules say.</span>
      </div>
    </section>
  );
}
