import { useEffect, useRef, useState } from "react";
import { useLocation, useNavigate, useNavigationType, useSearchParams } from "react-router";
import { KeyCap } from "../parts/KeyCap";
import { useKey } from "../parts/keys";
import { ENTER_ROWS } from "../reading/enter";
import styles from "./find.module.css";

const SETTLES_MS = 120;
const MOST_KEPT = 4000; // of a text that is too long to look for; the page says so
const TYPED = { typed: true }; // marks the steps of history that the field itself made

/** One field over all mail: what is typed is looked for at once. */
export function FindField() {
  const [given] = useSearchParams();
  const location = useLocation();
  const here = location.pathname.startsWith("/find");
  const said = here ? (given.get("text") ?? "") : "";
  const [typed, setTyped] = useState(said);
  const [last, setLast] = useState(said);
  // What went out from here comes back a moment later, perhaps after the next went out: never over letters typed since.
  const own = useNavigationType() !== "POP" && (location.state as typeof TYPED | null)?.typed === true;
  const field = useRef<HTMLInputElement>(null);
  const navigate = useNavigate();
  if (said !== last) {
    setLast(said); // another page, or back in the browser
    if (!own) setTyped(said);
  }
  useKey("find", () => {
    field.current?.focus();
    field.current?.select();
  });
  useEffect(() => {
    if (typed === said || (!here && typed.trim() === "")) return;
    const timer = setTimeout(() => {
      void navigate(`/find?text=${encodeURIComponent(typed.slice(0, MOST_KEPT))}`, { replace: here, state: TYPED });
    }, SETTLES_MS);
    return () => clearTimeout(timer);
  }, [typed, said, here, navigate]);
  return (
    <form
      role="search"
      className={styles.findField}
      onSubmit={(event) => {
        event.preventDefault();
        if (here) void navigate(location, { replace: true, state: { ...TYPED, [ENTER_ROWS]: Date.now() } });
      }}
    >
      <input
        ref={field}
        type="search"
        aria-label="Find in all mail"
        placeholder="Find in all mail"
        value={typed}
        onChange={(event) => setTyped(event.target.value)}
      />
      {typed === "" && <KeyCap of="find" />}
    </form>
  );
}
