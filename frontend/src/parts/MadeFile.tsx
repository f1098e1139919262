import styles from "./madeFile.module.css";

/** A file that was made, to be looked at before it is saved. */
export const MadeFile = ({ says, text }: { says: string; text: string }) => (
  <details>
    <summary>{says}</summary>
    <pre className={styles.file}>{text}</pre>
  </details>
);
