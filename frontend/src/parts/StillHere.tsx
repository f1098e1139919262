import Button from "@mui/material/Button";
import ui from "./page.module.css";

/** Said where what was written and not saved is found again. */
export function StillHere({ letGo }: { letGo: () => void }) {
  return (
    <p className={ui.hint} role="status">
      What you had not saved is still here.{" "}
      <Button variant="text" onClick={letGo}>
        Let it go
      </Button>
    </p>
  );
}
