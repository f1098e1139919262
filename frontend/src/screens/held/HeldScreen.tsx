import Button from "@mui/material/Button";
import MenuItem from "@mui/material/MenuItem";
import Select from "@mui/material/Select";
import { useNavigate, useParams } from "react-router";
import type { Act, Row } from "../../api/client";
import { useAct, useHeld, useMoveToMoment } from "../../api/queries";
import { ChosenBar } from "../../parts/chosen";
import { Brief, MessageRow } from "../../parts/rows";
import { neighbour, useRowKeys } from "../../parts/useRowKeys";
import "../rules/rules.css";
import { SheetPane } from "../sheet/SheetPane";

type Round = { label: string; at: string };

/** Another round for what waits for this one. */
function MoveTo({ title, rounds, move }: { title: string; rounds: Round[]; move: (until: string) => void }) {
  return (
    <Select
      variant="standard"
      className="slot"
      displayEmpty
      value=""
      inputProps={{ "aria-label": `Move to another round: ${title}` }}
      renderValue={() => "Move to …"}
      onChange={(event) => move(event.target.value)}
    >
      {rounds.map(({ label, at }) => (
        <MenuItem key={at} value={at}>
          the {label}
        </MenuItem>
      ))}
    </Select>
  );
}

/** What waits, until when and why; a look inside lets nothing surface. */
export function HeldScreen() {
  const params = useParams();
  const open = params.id ? Number(params.id) : undefined;
  const navigate = useNavigate();
  const held = useHeld();
  const acting = useAct();
  const moving = useMoveToMoment();
  const act = (name: Act, ids: number[], sender?: boolean) => acting.mutate({ act: name, messages: ids, sender });
  useRowKeys("/held", open);
  const render = (row: Row) => (
    <MessageRow
      key={row.id}
      row={row}
      to={`/held/${row.id}`}
      selected={row.id === open}
      actions={<Button onClick={() => act("let_in", [row.id])}>Let in now</Button>}
    />
  );
  const page = held.data;
  return (
    <div className="screen">
      <main className="list">
        {page && (
          <>
            <h1 className="lead">{page.lead}</h1>
            <p className="sub">
              {page.count > 0
                ? "Reading a message here does not bring it in. It comes by itself at its moment."
                : "Mail that arrives in a window waits here for its round."}
            </p>
            {page.groups.map((group) => (
              <section key={group.key} aria-label={group.title}>
                <div className="band">
                  <h2>{group.title}</h2>
                  <span className="count">
                    {group.count} {group.wait && `· ${group.wait}`}
                  </span>
                  <span className="right row-of">
                    <MoveTo
                      title={group.title}
                      rounds={page.rounds}
                      move={(until) => moving.mutate({ messages: group.messages.map(({ id }) => id), until })}
                    />
                    <Button
                      variant="text"
                      onClick={() =>
                        act(
                          "let_in",
                          group.messages.map(({ id }) => id),
                        )
                      }
                      aria-label={`Let all in now: ${group.title}`}
                    >
                      Let all in now
                    </Button>
                  </span>
                </div>
                {group.messages.filter(({ priority }) => priority !== "low").map(render)}
                <Brief rows={group.messages.filter(({ priority }) => priority === "low")} render={render} />
              </section>
            ))}
            {page.put_off.length > 0 && (
              <section aria-label="Put off by you">
                <div className="band">
                  <h2>Put off by you</h2>
                  <span className="count">{page.put_off.length}</span>
                </div>
                {page.put_off.map((row) => (
                  <MessageRow key={row.id} row={row} to={`/held/${row.id}`} selected={row.id === open} />
                ))}
              </section>
            )}
          </>
        )}
        <ChosenBar open={open} held />
        {held.isError && !page && <p className="error-text">{held.error.message}</p>}
      </main>
      <SheetPane
        id={open}
        place="/held"
        act={act}
        gone={(id) => {
          const next = neighbour(id);
          navigate(next ? `/held/${next}` : "/held");
        }}
        empty={<p>Choose a message to look inside. It stays held.</p>}
      />
    </div>
  );
}
