import Button from "@mui/material/Button";
import { useNavigate, useParams } from "react-router";
import type { Act } from "../../api/client";
import { useAct, useHeld } from "../../api/queries";
import { MessageRow } from "../../parts/rows";
import { neighbour, useRowKeys } from "../../parts/useRowKeys";
import { SheetPane } from "../sheet/SheetPane";

/** What waits, until when and why; a look inside lets nothing surface. */
export function HeldScreen() {
  const params = useParams();
  const open = params.id ? Number(params.id) : undefined;
  const navigate = useNavigate();
  const held = useHeld();
  const acting = useAct();
  const act = (name: Act, ids: number[]) => acting.mutate({ act: name, messages: ids });
  useRowKeys("/held", open);
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
                  <span className="right">
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
                {group.messages.map((row) => (
                  <MessageRow
                    key={row.id}
                    row={row}
                    to={`/held/${row.id}`}
                    selected={row.id === open}
                    actions={<Button onClick={() => act("let_in", [row.id])}>Let in now</Button>}
                  />
                ))}
              </section>
            ))}
          </>
        )}
        {held.isError && !page && <p className="error-words">{held.error.message}</p>}
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
