import Button from "@mui/material/Button";
import { useRef, useState } from "react";
import { Link, useNavigate } from "react-router";
import { Problem, type SavedView, type ViewBody } from "../../api/client";
import { useMakeView } from "../../api/views";
import { Choosing } from "../../parts/Choosing";
import { Fault } from "../../parts/Fault";
import styles from "./tabs.module.css";

/** What a file holds, where it is a saved view. */
function viewIn(text: string): ViewBody | undefined {
  try {
    const found = JSON.parse(text) as Partial<ViewBody> | null;
    return typeof found?.name === "string" && typeof found.when === "object" ? (found as ViewBody) : undefined;
  } catch {
    return undefined;
  }
}

/** What belongs to the views and is none: in one menu, so that the views have the line. */
function More() {
  const [failed, setFailed] = useState("");
  const make = useMakeView();
  const navigate = useNavigate();
  const field = useRef<HTMLInputElement>(null);
  const read = async (file: File | undefined) => {
    if (!file) return;
    setFailed("");
    const body = viewIn(await file.text());
    if (!body) return setFailed(`${file.name} is no saved view.`);
    try {
      const { id } = await make.mutateAsync(body);
      void navigate(`/views/${id}`);
    } catch (problem) {
      // A name that is taken, a label that is not here: the editor shows what is wrong, with a way out of it.
      if (problem instanceof Problem && [409, 422].includes(problem.status)) void navigate("/views/new", { state: { body } });
      else setFailed((problem as Error).message);
    }
  };
  return (
    <>
      <Choosing
        label="Others …"
        choices={[
          { label: "Discarded mail", act: () => void navigate("/views/discarded") },
          { label: "Followed and muted", act: () => void navigate("/views/followed") },
          { label: "Bring a view in …", act: () => field.current?.click() },
        ]}
      />
      <input
        ref={field}
        type="file"
        accept=".json,application/json"
        className="unseen"
        tabIndex={-1}
        aria-label="A view’s file"
        onChange={(event) => {
          const [file] = Array.from(event.target.files ?? []);
          event.target.value = "";
          void read(file);
        }}
      />
      <Fault of={failed} />
    </>
  );
}

/** The views, by heading; those at hand first. */
export function ViewTabs({ views, chosen }: { views: SavedView[]; chosen: number | undefined }) {
  const headings = [...new Set(views.map(({ body }) => body.heading ?? ""))].sort(
    (one, other) => Number(one !== "") - Number(other !== ""),
  );
  return (
    <nav className={styles.viewTabs} aria-label="Saved views">
      <div className={styles.viewLine}>
        {headings.map((heading) => (
          <div key={heading} className={styles.viewHeading}>
            {heading && <span>{heading}</span>}
            {views
              .filter(({ body }) => (body.heading ?? "") === heading)
              .sort((one, other) => Number(other.body.favourite ?? false) - Number(one.body.favourite ?? false))
              .map(({ id, body, badge, due }) => (
                <Link
                  key={id}
                  to={`/views/${id}`}
                  aria-current={id === chosen ? "page" : undefined}
                  style={{ "--c": body.colour ?? "var(--tick)" } as React.CSSProperties}
                >
                  {body.mark && (
                    <i className={styles.viewMark} aria-hidden>
                      {body.mark}
                    </i>
                  )}
                  {body.name}
                  {due && <i className={styles.dueMark}>due</i>}
                  {typeof badge === "number" && badge > 0 && <b>{badge.toLocaleString("en")}</b>}
                  {body.key && <kbd>V {body.key}</kbd>}
                </Link>
              ))}
          </div>
        ))}
      </div>
      <Button component={Link} to="/views/new">
        New view
      </Button>
      <More />
    </nav>
  );
}
