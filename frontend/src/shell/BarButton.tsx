import type { ComponentProps } from "react";
import styles from "./button.module.css";

/** A button of what stands round the screens, which is there before the kit of components is. */
export function BarButton({ quiet = false, className = "", ...rest }: ComponentProps<"button"> & { quiet?: boolean }) {
  return <button type="button" className={`${styles.barButton} ${quiet ? styles.quietButton : ""} ${className}`} {...rest} />;
}
