import Button from "@mui/material/Button";
import { useParams } from "react-router";
import type { Row } from "../../api/client";
import { useHeld } from "../../api/front";
import { Fault } from "../../parts/Fault";
import ui from "../../parts/page.module.css";
import { TableLink } from "../../parts/TableLink";
import { useActs } from "../../reading/acts";
import { ChooseAll } from "../../reading/chosen";
import { ListAndSheet } from "../../reading/ListAndSheet";
import { MoveTo } from "../../reading/MoveTo";
import { MessageRow } from "../../reading/rows";
import { SectionRows } from "../../reading/SectionRows";

const PUT_OFF = "put off";

/** What waits, until when and why; a look inside lets nothing surface. */
export function HeldScreen() {
  const params = useParams();
  const open = params.id ? Number(params.id) : undefined;
  const held = useHeld();
  const act = useActs();
  const render = (row: Row) => <MessageRow key={row.id} row={row} to={`/held/${row.id}`} selected={row.id === open} />;
  const page = held.data;
  return (
    <ListAndSheet
      place="/held"
      open={open}
      parts={[...(page?.groups.map(({ key }) => key) ?? []), PUT_OFF]}
      held
      reads="never"
      empty={<p>Choose a message to look inside. It stays held.</p>}
    >
      {page && (
        <>
          <h1 className={ui.lead}>{page.lead}</h1>
          <p className={ui.sub}>
            {page.count > 0
              ? "Reading a message here does not bring it in. It comes by itself at its moment."
              : "Mail that arrives in a window waits here for its round."}
          </p>
          {page.groups.map((group) => (
            <section key={group.key} aria-label={group.title}>
              <div className={ui.band}>
                <h2>{group.title}</h2>
                <span className={ui.count}>
                  {group.count} {group.wait && `· ${group.wait}`}
                </span>
                <span className={`${ui.right} ${ui.rowOf}`}>
                  <ChooseAll ids={group.messages.map(({ id }) => id)} of={group.title} />
                  <MoveTo ids={group.messages.map(({ id }) => id)} of={group.title} now={group.at} />
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
              <SectionRows
                part={group.key}
                rows={group.messages.filter(({ priority }) => priority !== "low")}
                low={group.messages.filter(({ priority }) => priority === "low")}
                draw={render}
              />
            </section>
          ))}
          {page.put_off.length > 0 && (
            <section aria-label="Put off by you">
              <div className={ui.band}>
                <h2>Put off by you</h2>
                <span className={ui.count}>{page.put_off.length}</span>
              </div>
              <SectionRows
                part={PUT_OFF}
                rows={page.put_off}
                draw={(row) => <MessageRow key={row.id} row={row} to={`/held/${row.id}`} selected={row.id === open} />}
              />
            </section>
          )}
        </>
      )}
      {page && page.count > 0 && <TableLink of="held" />}
      {!page && <Fault of={held} />}
    </ListAndSheet>
  );
}
