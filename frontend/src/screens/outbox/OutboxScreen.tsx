import Button from "@mui/material/Button";
import { useNavigate, useParams } from "react-router";
import { beginDraft, useChangeOutgoing, useDraft, useOutbox, type OutboxAct } from "../../api/outgoing";
import { Fault } from "../../parts/Fault";
import { KeyCap } from "../../parts/KeyCap";
import ui from "../../parts/page.module.css";
import { TableLink } from "../../parts/TableLink";
import { useNotices } from "../../parts/notices";
import { Composer } from "../../reading/write/Composer";
import { DraftRow, GoingRow } from "./rows";
import styles from "./outbox.module.css";

/** What is being written, what waits to go, and what has gone. */
export function OutboxScreen() {
  const outbox = useOutbox();
  const page = outbox.data;
  const given = useParams().draft;
  const id = given === undefined ? undefined : Number(given);
  const draft = useDraft(id);
  const navigate = useNavigate();
  const { fail } = useNotices();
  const close = () => void navigate("/outbox");
  const change = useChangeOutgoing();
  // Here, since the row may be gone by the time that it is done.
  const act = (outgoing: number, name: OutboxAct) =>
    void change.mutateAsync({ id: outgoing, act: name }).then(
      ({ draft: written }) => (written ? void navigate(`/outbox/${written}`) : undefined),
      () => undefined, // a notice tells it
    );
  const braked = page?.open.filter(({ state }) => state === "asks") ?? [];
  const actOnAll = async (name: OutboxAct) => {
    for (const { id: each } of braked) await change.mutateAsync({ id: each, act: name }).catch(() => undefined);
  };
  const write = () =>
    beginDraft("new").then(
      ({ id: begun }) => void navigate(`/outbox/${begun}`),
      (problem: Error) => fail(problem.message),
    );
  return (
    <div className={ui.screen}>
      <main className={ui.list}>
        {page && (
          <>
            <h1 className={ui.lead}>{page.lead}</h1>
            <p className={ui.sub}>
              Everything that goes out stands here first{page.seconds > 0 && `, for ${page.seconds} seconds`}, and can be taken
              back until it goes.
            </p>
            <Button variant="contained" onClick={() => void write()}>
              Write <KeyCap of="write" />
            </Button>
            {page.open.length > 0 && (
              <section aria-label="To go">
                <h2 className={ui.smallHead}>To go</h2>
                {braked.length > 1 && (
                  <p className={ui.rowOf}>
                    The brake holds {braked.length} messages of rules.
                    <Button variant="text" disabled={change.isPending} onClick={() => void actOnAll("now")}>
                      Send them all
                    </Button>
                    <Button variant="text" disabled={change.isPending} onClick={() => void actOnAll("let_go")}>
                      Leave them all
                    </Button>
                  </p>
                )}
                <ul className={styles.rows}>
                  {page.open.map((row) => (
                    <GoingRow key={row.id} row={row} act={act} going={change.isPending} />
                  ))}
                </ul>
              </section>
            )}
            {page.drafts.length > 0 && (
              <section aria-label="Being written">
                <h2 className={ui.smallHead}>Being written</h2>
                <ul className={styles.rows}>
                  {page.drafts.map((row) => (
                    <DraftRow key={row.id} row={row} open={row.id === id} />
                  ))}
                </ul>
              </section>
            )}
            {page.gone.length > 0 && (
              <section aria-label="Gone">
                <h2 className={ui.smallHead}>Gone</h2>
                <ul className={styles.rows}>
                  {page.gone.map((row) => (
                    <GoingRow key={row.id} row={row} act={act} going={change.isPending} />
                  ))}
                </ul>
              </section>
            )}
          </>
        )}
        <TableLink of="outbox" />
        <Fault of={outbox} />
      </main>
      <aside className={id === undefined ? `${ui.sheet} ${ui.nothing}` : ui.sheet} aria-label="What is being written">
        {id === undefined ? (
          <p>What you write opens here.</p>
        ) : (
          <div className={ui.sheetScroll}>
            {draft.data && <Composer key={draft.data.id} draft={draft.data} close={close} gone={close} />}
            <Fault of={draft} />
          </div>
        )}
      </aside>
    </div>
  );
}
