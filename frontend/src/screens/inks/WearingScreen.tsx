import { useNavigate, useParams } from "react-router";
import type { Act } from "../../api/client";
import { useAct, useWearing } from "../../api/queries";
import { ChosenBar } from "../../parts/chosen";
import { MessageRow } from "../../parts/rows";
import { neighbour, useRowKeys } from "../../parts/useRowKeys";
import { SheetPane } from "../sheet/SheetPane";

/** All mail that wears an ink, wherever it is; nothing is moved. */
export function WearingScreen() {
  const { name = "", id } = useParams();
  const open = id ? Number(id) : undefined;
  const place = `/inks/${encodeURIComponent(name)}`;
  const navigate = useNavigate();
  const wearing = useWearing(name);
  const acting = useAct();
  const act = (act: Act, ids: number[], sender?: boolean) => acting.mutate({ act: act, messages: ids, sender });
  useRowKeys(place, open);
  const page = wearing.data;
  return (
    <div className="screen">
      <main className="list">
        <h1 className="lead">
          {page
            ? `${page.count === 1 ? "One message wears" : `${page.count.toLocaleString("en")} messages wear`} the ink ${name}.`
            : name}
        </h1>
        <p className="sub">
          The newest first, whether it is on the Front, held or cleared.
          {page && page.count > page.messages.length && ` The newest ${page.messages.length} are shown.`}
        </p>
        {page?.messages.map((row) => (
          <MessageRow key={row.id} row={row} to={`${place}/${row.id}`} selected={row.id === open} />
        ))}
        <ChosenBar open={open} />
        {wearing.isError && <p className="error-text">{wearing.error.message}</p>}
      </main>
      <SheetPane
        id={open}
        place={place}
        act={act}
        gone={(gone) => {
          const next = neighbour(gone);
          void navigate(next ? `${place}/${next}` : place);
        }}
        empty={<p>Choose a message to read it here.</p>}
      />
    </div>
  );
}
