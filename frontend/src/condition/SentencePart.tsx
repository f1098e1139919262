import Close from "@mui/icons-material/Close";
import IconButton from "@mui/material/IconButton";
import { useRef, type ReactNode } from "react";
import ui from "../parts/page.module.css";
import styles from "./condition.module.css";
import { focusAdder, groupAround, GROUP, PART } from "./focus";

/** Parts of a sentence that stand below each other: the conditions of a group, the effects of a rule. */
export const SentenceParts = ({ children }: { children: ReactNode }) => (
  <div className={styles.conditionGroup} {...GROUP}>
    {children}
  </div>
);

/**
 * A part of a sentence on a line of its own, with what is counted of it and a way to take it out.
 * @param faults what is wrong with it, below it
 */
export function SentencePart({
  children,
  counted,
  clashing = false,
  takeOut,
  takesOut,
  faults,
}: {
  children: ReactNode;
  counted?: ReactNode;
  clashing?: boolean;
  takeOut?: () => void;
  /** "this condition" */
  takesOut: string;
  faults: (string | undefined)[];
}) {
  const line = useRef<HTMLDivElement>(null);
  return (
    <div ref={line} className={clashing ? styles.clashing : undefined} {...PART}>
      <div className={ui.conditionLine}>
        {children}
        <span className={styles.conditionCount}>
          {counted}
          {takeOut && (
            <IconButton
              size="small"
              onClick={() => {
                focusAdder(groupAround(line.current));
                takeOut();
              }}
              aria-label={`Take ${takesOut} out`}
            >
              <Close fontSize="inherit" />
            </IconButton>
          )}
        </span>
      </div>
      {faults.map(
        (fault) =>
          fault && (
            <p key={fault} className={ui.inPlace}>
              {fault}
            </p>
          ),
      )}
    </div>
  );
}
