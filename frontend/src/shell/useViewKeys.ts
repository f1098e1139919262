import { useEffect, useRef } from "react";
import { useNavigate } from "react-router";
import { useViewNames } from "../api/views";
import { useKey } from "../parts/keys";

const SOON_MS = 2_000; // between the key that goes to Views and the digit that opens one

/** The key for Views goes there; a digit right after it goes to the view that has it. */
export function useViewKeys() {
  const views = useViewNames().data?.views;
  const navigate = useNavigate();
  const pressed = useRef(-SOON_MS);
  useKey("views", () => {
    pressed.current = performance.now();
    void navigate("/views");
  });
  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      if (performance.now() - pressed.current > SOON_MS || event.ctrlKey || event.metaKey || event.altKey) return;
      if ((event.target as HTMLElement).closest("input, textarea, select, [role=dialog]")) return;
      const view = views?.find(({ body }) => String(body.key) === event.key);
      if (!view) return;
      event.preventDefault();
      event.stopImmediatePropagation(); // digits alone go to screens
      pressed.current = -SOON_MS;
      void navigate(`/views/${view.id}`);
    };
    window.addEventListener("keydown", press, { capture: true });
    return () => window.removeEventListener("keydown", press, { capture: true });
  }, [views, navigate]);
}
