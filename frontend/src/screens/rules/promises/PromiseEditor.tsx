import Button from "@mui/material/Button";
import { useState } from "react";
import type { PromiseBody, Vocabulary } from "../../../api/client";
import { useKeep, useTryPromise } from "../../../api/promises";
import { Conditions, type Asked } from "../../../condition/Conditions";
import { Exceptions } from "../../../condition/Exceptions";
import { InWords } from "../../../condition/InWords";
import type { Condition } from "../../../condition/tree";
import { Fault } from "../../../parts/Fault";
import { TitleField } from "../../../parts/fields";
import { useKey } from "../../../parts/keys";
import ui from "../../../parts/page.module.css";
import { useSettled } from "../../../parts/useSettled";
import { Mend } from "../../../rule/Mend";
import { Answer } from "./Answer";
import { Holds, SpanFields } from "./Holds";

const SETTLES_MS = 200;
const FRESH: PromiseBody = { name: "", when: { all: [] } as never, holds: { comes_in: "PT30M" } as never };
const OFFICE = { days: ["mon", "tue", "wed", "thu", "fri"], from: "08:00", to: "18:00" };

/** A promise as the sentence that it is, with its answer while it is written. */
export function PromiseEditor({
  promise,
  vocabulary,
  close,
}: {
  promise?: PromiseBody;
  vocabulary: Vocabulary;
  close: () => void;
}) {
  const [body, setBody] = useState<PromiseBody>({ ...FRESH, ...promise });
  const set = (part: Partial<Record<keyof PromiseBody, unknown>>) => setBody({ ...body, ...part } as PromiseBody);
  const settled = useSettled(body, SETTLES_MS);
  const tried = useTryPromise(settled, promise?.name);
  const keep = useKeep({ tells: "inline" });
  const dryRun = tried.data as Asked | undefined;
  const faults = tried.data?.faults ?? [];
  const named = faults.find(({ pointer }) => pointer === "/name");
  const [text, setText] = useState<string>();
  const [unread, setUnread] = useState(false);
  const ready =
    !unread &&
    JSON.stringify(settled) === JSON.stringify(body) &&
    !tried.isPlaceholderData &&
    tried.data?.row &&
    faults.length === 0 &&
    body.name.trim() !== "";
  const save = () => keep.mutate({ kind: "promises", body, was: promise?.name }, { onSuccess: close });
  useKey("save", () => void (ready && !keep.isPending && save()), true, true);
  useKey("close", close);
  const when = (body.when ?? { all: [] }) as Condition;
  return (
    <section className={ui.boxed} aria-label={promise ? `Change ${promise.name}` : "A new promise"}>
      <TitleField
        small
        placeholder="What shall it be called?"
        autoFocus
        most={300}
        value={body.name}
        change={(name) => set({ name })}
      />
      {body.name.trim() !== "" && named && (
        <p className={ui.inPlace}>
          {named.message} <Mend fault={named} rename={(name) => set({ name })} />
        </p>
      )}
      <div className={ui.part}>
        <h2>Mail</h2>
        <Conditions
          node={"fact" in when ? { all: [when] } : when}
          pointer="/when"
          vocabulary={vocabulary}
          dryRun={dryRun}
          change={(next) => set({ when: next })}
        />
      </div>
      <Exceptions
        node={body.unless as Condition | null}
        vocabulary={vocabulary}
        dryRun={dryRun}
        change={(unless) => set({ unless })}
      />
      <div className={ui.part}>
        <h2>Arriving</h2>
        {body.arriving ? (
          <div className={ui.conditionLine}>
            <SpanFields
              span={body.arriving as unknown as typeof OFFICE}
              vocabulary={vocabulary}
              change={(arriving) => set({ arriving })}
            />
            <Button variant="text" onClick={() => set({ arriving: undefined })}>
              At any time
            </Button>
          </div>
        ) : (
          <Button variant="text" onClick={() => set({ arriving: OFFICE })}>
            + only in some hours of the week
          </Button>
        )}
      </div>
      <div className={ui.part}>
        <h2>Always</h2>
        <Holds body={body} vocabulary={vocabulary} set={(holds) => set({ holds })} />
      </div>
      <InWords
        of="promise"
        text={text}
        keep={setText}
        said={tried.data?.text}
        instead={tried.data?.unfinished.length ? "A condition still wants its words." : "The promise is not whole yet."}
        write={(heard) => setBody({ name: body.name, ...heard } as PromiseBody)}
        misreads={setUnread}
      />
      {tried.data?.row && (
        <div role="status" aria-busy={!ready}>
          <p>
            <b>{tried.data.row.sentence}</b>
          </p>
          <Answer row={tried.data.row} />
        </div>
      )}
      <Fault of={tried} />
      <Fault of={keep} />
      <div className={ui.rowOf}>
        <Button variant="contained" disabled={!ready || keep.isPending} onClick={save}>
          Save promise
        </Button>
        <Button onClick={close}>Cancel</Button>
        {!ready && tried.data && (
          <span className={ui.quiet}>
            {unread
              ? "The text cannot be read yet."
              : tried.data.unfinished.length > 0
                ? "A condition still wants its words."
                : body.name.trim() === ""
                  ? "It wants a name."
                  : faults[0]?.message}
          </span>
        )}
      </div>
    </section>
  );
}
