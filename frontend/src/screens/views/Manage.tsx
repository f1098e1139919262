import Button from "@mui/material/Button";
import type { ReactNode } from "react";
import { Link, useNavigate } from "react-router";
import type { SavedView } from "../../api/client";
import { useDeleteView, useMakeView, useMoveView } from "../../api/views";
import { Choosing } from "../../parts/Choosing";
import ui from "../../parts/page.module.css";

type Given = { view: SavedView; views: SavedView[]; show: (pane: "tidy" | "why") => void; children?: ReactNode };

/** What can be done with the view itself. */
export function Manage({ view, views, show, children }: Given) {
  const navigate = useNavigate();
  const remove = useDeleteView();
  const make = useMakeView();
  const move = useMoveView();
  const place = views.findIndex(({ id }) => id === view.id);
  const copy = () => {
    const taken = views.map(({ body }) => body.name);
    const free = [2, 3, 4, 5, 6, 7, 8, 9].map((number) => `${view.body.name} (${number})`).find((name) => !taken.includes(name));
    make.mutate(
      { ...view.body, name: free ?? `${view.body.name} (copy)`, key: null, opens_first: false },
      { onSuccess: ({ id }) => navigate(`/views/${id}`) },
    );
  };
  const save = () => {
    const file = new Blob([JSON.stringify(view.body, null, 2)], { type: "application/json" });
    const link = document.createElement("a");
    link.href = URL.createObjectURL(file);
    link.download = `${view.body.name}.json`;
    link.click();
    URL.revokeObjectURL(link.href);
  };
  return (
    <div className={ui.rowOf}>
      <Button component={Link} to={`/views/${view.id}/edit`}>
        Change
      </Button>
      <Button onClick={() => show("tidy")}>Tidy …</Button>
      {children}
      <Choosing
        label="More …"
        choices={[
          { label: "Why is one not here?", act: () => show("why") },
          { label: "Duplicate", act: copy },
          { label: "Save as a file", act: save },
          { label: "Save its mail (.mbox)", act: () => window.location.assign(`/api/views/${view.id}/mail.mbox`) },
          { label: "Save as a table (.csv)", act: () => window.location.assign(`/api/tables/view.csv?view=${view.id}`) },
          {
            label: "Earlier among the views",
            disabled: place <= 0,
            act: () => move.mutate({ id: view.id, to: place - 1 }),
          },
          { label: "Later", disabled: place >= views.length - 1, act: () => move.mutate({ id: view.id, to: place + 1 }) },
          {
            label: "Delete",
            act: () => {
              void navigate("/views");
              remove.mutate(view.id);
            },
          },
        ]}
      />
    </div>
  );
}
