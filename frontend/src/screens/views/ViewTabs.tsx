import Button from "@mui/material/Button";
import { useState } from "react";
import { Link, useNavigate } from "react-router";
import type { SavedView, ViewBody } from "../../api/client";
import { useMakeView } from "../../api/views";
import { Fault } from "../../parts/Fault";
import { FileField } from "../../parts/FileField";
import styles from "./tabs.module.css";

/** A view that somebody saved as a file. */
function BringIn() {
  const [failed, setFailed] = useState("");
  const make = useMakeView();
  const navigate = useNavigate();
  const read = async ([file]: File[]) => {
    if (!file) return;
    setFailed("");
    try {
      const body = JSON.parse(await file.text()) as ViewBody;
      const { id } = await make.mutateAsync(body);
      void navigate(`/views/${id}`);
    } catch (problem) {
      setFailed(problem instanceof SyntaxError ? "That file is no saved view." : (problem as Error).message);
    }
  };
  return (
    <>
      <FileField label="A view’s file" accept=".json,application/json" variant="text" take={(files) => void read(files)}>
        Bring one in
      </FileField>
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
      <Button component={Link} to="/views/new">
        New view
      </Button>
      <BringIn />
      <Button variant="text" component={Link} to="/find?text=it%20was%20discarded">
        Discarded mail
      </Button>
      <Button variant="text" component={Link} to="/views/followed">
        Followed and muted
      </Button>
    </nav>
  );
}
