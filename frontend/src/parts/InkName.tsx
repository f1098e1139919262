import { Link } from "react-router";
import type { InkStyle } from "../api/client";
import { inkStyle } from "../look/ink";
import styles from "./ink.module.css";

/** The name of an ink, in that ink, leading to all that wears it. */
export const InkName = ({ name, ink }: { name: string; ink: InkStyle | undefined }) => (
  <Link to={`/inks/${encodeURIComponent(name)}`} className={styles.inkName} style={inkStyle(ink)}>
    <em>{name}</em>
  </Link>
);
