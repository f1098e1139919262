import { Link } from "react-router";
import type { WhyLine } from "../api/client";
import styles from "./whyLines.module.css";

/** What made a message come as it does, step by step. @param gone said of a rule that is not in force */
export const WhyLines = ({ lines, gone = "" }: { lines: WhyLine[]; gone?: string }) => (
  <ol className={styles.lines}>
    {lines.map((line, index) => (
      <li key={index}>
        <time>{line.time}</time>
        <span>
          {line.before}
          {line.rule &&
            (line.rule_id ? (
              <Link to={`/rules/${line.rule_id}`}>{line.rule}</Link>
            ) : (
              <b>
                {line.rule}
                {gone}
              </b>
            ))}
          {line.house && <small> (house rule, {line.house})</small>}
          {line.after}
        </span>
      </li>
    ))}
  </ol>
);
