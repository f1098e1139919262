import Button from "@mui/material/Button";
import { Link } from "react-router";
import type { Outbox, OutboxAct, OutboxRow } from "../../api/outgoing";
import { Pill } from "../../parts/Pill";
import ui from "../../parts/page.module.css";

const ACTS: Record<OutboxAct, string> = {
  now: "Send now",
  take_back: "Take it back",
  again: "Send it again",
  went: "It has arrived",
  let_go: "Leave it",
};
const PILLS: Partial<Record<OutboxRow["state"], { kind: "top" | "new" | "plain"; label: string }>> = {
  refused: { kind: "top", label: "not taken" },
  unsure: { kind: "top", label: "not known" },
  asks: { kind: "top", label: "asks you" },
  again: { kind: "plain", label: "not yet" },
  sent: { kind: "new", label: "gone" },
};

/** What goes out, or has gone: to whom, why, when, and what became of it. */
export function GoingRow({ row, act, going }: { row: OutboxRow; act: (id: number, name: OutboxAct) => void; going: boolean }) {
  const pill = PILLS[row.state];
  return (
    <li aria-label={row.subject}>
      <p>
        {row.message ? <Link to={`/find/${row.message}`}>{row.subject}</Link> : <b>{row.subject}</b>}{" "}
        {pill && <Pill kind={pill.kind}>{pill.label}</Pill>}
      </p>
      <p className={ui.quiet}>
        to {row.to} · {row.stands} · {row.why}
        {row.about && (
          <>
            {" "}
            <Link to={`/front/${row.about}`}>the message</Link>
          </>
        )}
      </p>
      {row.told.map((told) => (
        <p key={told} className={ui.inPlace}>
          {told}
        </p>
      ))}
      {row.acts.length > 0 && (
        <div className={ui.rowOf}>
          {row.acts.map((name) => (
            <Button
              key={name}
              variant="text"
              disabled={going}
              onClick={() => act(row.id, name)}
              aria-label={`${ACTS[name]}: ${row.subject}`}
            >
              {ACTS[name]}
            </Button>
          ))}
        </div>
      )}
    </li>
  );
}

/** What is being written. */
export const DraftRow = ({ row: { id, title, to, written }, open }: { row: Outbox["drafts"][number]; open: boolean }) => (
  <li aria-label={title}>
    <Link to={`/outbox/${id}`} aria-current={open ? "true" : undefined}>
      <b>{title}</b>
    </Link>
    <p className={ui.quiet}>
      {to ? `to ${to}` : "to nobody yet"} · written {written}
    </p>
  </li>
);
