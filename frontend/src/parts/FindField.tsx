import { useEffect, useRef, useState } from "react";
import { useLocation, useNavigate, useSearchParams } from "react-router";
import { KeyCap } from "./KeyCap";
import { useKey } from "./keys";
import "./find.css";

const SETTLES_MS = 120;

/** One field over all mail: what is typed is looked for at once. */
export function FindField() {
  const [given] = useSearchParams();
  const here = useLocation().pathname.startsWith("/find");
  const said = here ? (given.get("text") ?? "") : "";
  const [typed, setTyped] = useState(said);
  const [last, setLast] = useState(said);
  const [sent, setSent] = useState(said); // what went out from here must not come back over letters typed since
  const field = useRef<HTMLInputElement>(null);
  const navigate = useNavigate();
  if (said !== last) {
    setLast(said); // another page, or back in the browser
    if (said !== sent) {
      setSent(said);
      setTyped(said);
    }
  }
  useKey("find", () => {
    field.current?.focus();
    field.current?.select();
  });
  useEffect(() => {
    if (typed === said || (!here && typed.trim() === "")) return;
    const timer = setTimeout(() => {
      setSent(typed);
      void navigate(`/find?text=${encodeURIComponent(typed)}`, { replace: here });
    }, SETTLES_MS);
    return () => clearTimeout(timer);
  }, [typed, said, here, navigate]);
  return (
    <form
      role="search"
      className="find-field"
      onSubmit={(event) => {
        event.preventDefault();
        document.querySelector<HTMLAnchorElement>("[data-row]")?.focus();
      }}
    >
      <input
        ref={field}
        type="search"
        aria-label="Find in all mail"
        placeholder="Find in all mail"
        maxLength={2000}
        value={typed}
        onChange={(event) => setTyped(event.target.value)}
      />
      {typed === "" && <KeyCap of="find" />}
    </form>
  );
}
