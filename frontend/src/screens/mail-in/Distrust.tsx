import Button from "@mui/material/Button";
import { Problem } from "../../api/client";
import { Fault } from "../../parts/Fault";
import styles from "./sources.module.css";

/** What failed, and where it is a certificate, how it may be trusted. */
export function Distrust({ of, trust }: { of: { error: Error | null }; trust: (fingerprint: string) => void }) {
  const found =
    of.error instanceof Problem ? of.error.errors.find(({ pointer }) => pointer === "/fingerprint")?.found : undefined;
  return (
    <>
      <Fault of={of} />
      {found && (
        <div className={styles.trust}>
          <p>
            Its fingerprint (SHA-256): <code>{found}</code>
          </p>
          <Button onClick={() => trust(found)}>Trust this one certificate</Button>
        </div>
      )}
    </>
  );
}
