import { useHeldPreview, type HeldChange } from "../api/plan";
import { Fault } from "../parts/Fault";
import { TurnedList } from "./TurnedList";
import ui from "../parts/page.module.css";
import { useSettled } from "../parts/useSettled";

const SETTLES_MS = 350;

/** What would become of held mail if this were saved; stands where it is changed, before it is. */
export function BeforeSaving({ given }: { given: HeldChange }) {
  const settled = useSettled(given, SETTLES_MS);
  const preview = useHeldPreview(settled);
  return (
    <div role="status">
      {preview.data && <p className={ui.hint}>{preview.data.held || "What is held stays as it is."}</p>}
      {preview.data && <TurnedList rows={preview.data.turned} />}
      <Fault of={preview} />
    </div>
  );
}
