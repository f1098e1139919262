import Button from "@mui/material/Button";
import { useHistory, useUndo } from "../../api/queries";
import { RulesNav } from "./RulesNav";
import "./rules.css";

/** What was done, the latest first; each can be taken back as a whole. */
export function DoneScreen() {
  const history = useHistory();
  const undo = useUndo();
  const steps = history.data?.steps ?? [];
  return (
    <div className="screen">
      <main className="list rules-list">
        <RulesNav />
        <h1 className="lead">What was done, and the way back</h1>
        <p className="sub">
          Each is taken back as a whole, whenever you like. What was changed again since stays as it is, or says so.
        </p>
        {history.data && steps.length === 0 && <p className="quiet">Nothing has been done yet.</p>}
        <ol className="steps">
          {steps.map((step) => (
            <li key={step.id}>
              <time>{step.at}</time>
              <span>{step.words}</span>
              {step.undone ? (
                <span className="pill low">taken back</span>
              ) : (
                <Button
                  variant="text"
                  disabled={undo.isPending}
                  onClick={() => undo.mutate(step.id)}
                  aria-label={`Undo: ${step.words}`}
                >
                  Undo
                </Button>
              )}
            </li>
          ))}
        </ol>
        {history.isError && <p className="error-words">{history.error.message}</p>}
      </main>
    </div>
  );
}
