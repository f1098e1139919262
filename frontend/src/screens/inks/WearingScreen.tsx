import { useParams } from "react-router";
import type { Row } from "../../api/client";
import { useWearing } from "../../api/inks";
import { Fault } from "../../parts/Fault";
import ui from "../../parts/page.module.css";
import { ListAndSheet } from "../../reading/ListAndSheet";
import { MessageRow } from "../../reading/rows";
import { SectionRows } from "../../reading/SectionRows";

/** All mail that wears an ink, wherever it is; nothing is moved. */
export function WearingScreen() {
  const { name = "", id } = useParams();
  const open = id ? Number(id) : undefined;
  const place = `/inks/${encodeURIComponent(name)}`;
  const wearing = useWearing(name);
  const page = wearing.data;
  const draw = (row: Row) => <MessageRow key={row.id} row={row} to={`${place}/${row.id}`} selected={row.id === open} />;
  return (
    <ListAndSheet place={place} open={open} parts={["wearing"]} empty={<p>Choose a message to read it here.</p>}>
      <h1 className={ui.lead}>
        {page
          ? `${page.count === 1 ? "One message wears" : `${page.count.toLocaleString("en")} messages wear`} the ink ${name}.`
          : name}
      </h1>
      <p className={ui.sub}>
        The newest first, whether it is on the Front, held or cleared.
        {page && page.count > page.messages.length && ` The newest ${page.messages.length} are shown.`}
      </p>
      <SectionRows part="wearing" rows={page?.messages ?? []} draw={draw} />
      <Fault of={wearing} />
    </ListAndSheet>
  );
}
