import { Link } from "react-router";
import { useVocabulary } from "../../api/queries";
import { inkClasses, inkStyle } from "../../parts/ink";
import "./inks.css";

/** The inks that messages here wear, each a link to all that wears it. */
export function InkLegend({ names }: { names: string[] }) {
  const styles = useVocabulary().data?.ink_styles;
  if (!styles || names.length === 0) return null;
  return (
    <p className="ink-legend">
      Inks here:{" "}
      {names.map((name) => (
        <Link
          key={name}
          to={`/inks/${encodeURIComponent(name)}`}
          className={["ink-name", ...inkClasses(styles[name])].join(" ")}
          style={inkStyle(styles[name])}
        >
          <em>{name}</em>
        </Link>
      ))}
    </p>
  );
}
