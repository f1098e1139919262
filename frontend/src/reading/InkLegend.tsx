import { useVocabulary } from "../api/rules";
import { InkName } from "../parts/InkName";
import styles from "./legend.module.css";

/** The inks that messages here wear, each a link to all that wears it. */
export function InkLegend({ names }: { names: string[] }) {
  const inks = useVocabulary().data?.ink_styles;
  if (!inks || names.length === 0) return null;
  return (
    <p className={styles.inkLegend} role="group" aria-label="Inks here">
      Inks here:{" "}
      {names.map((name) => (
        <InkName key={name} name={name} ink={inks[name]} />
      ))}
    </p>
  );
}
