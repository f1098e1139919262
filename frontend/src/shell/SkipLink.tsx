import styles from "./skip.module.css";

/** Past what stands on every page, to what this page is about. */
export function SkipLink() {
  const skip = () => {
    const main = document.querySelector("main");
    if (!main) return;
    main.tabIndex = -1;
    main.focus();
  };
  return (
    <button type="button" className={styles.skip} onClick={skip}>
      To the page itself
    </button>
  );
}
