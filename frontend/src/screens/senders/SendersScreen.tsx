import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import { useCallback, useRef, useState } from "react";
import { useRules } from "../../api/rules";
import type { SenderQuestion, SenderRow } from "../../api/senders";
import { Given } from "../../parts/chips";
import { OneOf } from "../../parts/OneOf";
import ui from "../../parts/page.module.css";
import { TableLink } from "../../parts/TableLink";
import { Slot } from "../../parts/Slot";
import { useFallenFocus } from "../../parts/useFallenFocus";
import { useLong } from "../../parts/useLong";
import { useSettled } from "../../parts/useSettled";
import { Acts } from "./Acts";
import { BYS, KINDS, ORDERS, useQuestion, WHICH } from "./question";
import { SenderList } from "./SenderList";
import { SendersNav } from "./SendersNav";
import { SenderSheet } from "./SenderSheet";
import styles from "./senders.module.css";

const SETTLES_MS = 150;
const NOBODY: Map<string, string> = new Map();

/** Everyone who writes, narrowed and put in order by any of their figures, and what is wanted of their mail. */
export function SendersScreen() {
  const { by, question, open, change, at } = useQuestion();
  const [typed, setTyped] = useState(question.text ?? "");
  const text = useSettled(typed, SETTLES_MS);
  const [said, setSaid] = useState(question.text ?? "");
  if (text !== said) {
    setSaid(text);
    if (text.trim() !== (question.text ?? "")) change({ text: text.trim().slice(0, 200) }, true);
  }
  const scroll = useRef<HTMLElement>(null);
  const [page, setPage] = useState<{ lead: string; since: string; total: number }>();
  const late = useLong(!page);
  const told = useCallback((next: { lead: string; since: string; total: number }) => setPage(next), []);
  const asked = JSON.stringify([by, bare(question)]);
  const [chosen, setChosen] = useState<{ asked: string; names: Map<string, string>; all: boolean }>({
    asked,
    names: NOBODY,
    all: false,
  });
  const here = chosen.asked === asked ? chosen : { asked, names: NOBODY, all: false };
  const choose = (rows: SenderRow[], on: boolean) => {
    const names = new Map(here.all ? [] : here.names);
    rows.forEach(({ key, name }) => (on ? names.set(key, name) : names.delete(key)));
    setChosen({ asked, names, all: false });
  };
  const none = () => setChosen({ asked, names: NOBODY, all: false });
  const count = here.all ? (page?.total ?? 0) : here.names.size;
  const heading = useFallenFocus(count);
  const rules = useRules().data?.rules;
  const rule = question.rule && rules?.find(({ id }) => id === question.rule)?.name;
  const some = here.all ? { by, question: bare(question) } : { by, keys: [...here.names.keys()] };
  const one = here.all ? undefined : [...here.names.values()][0];
  const show = (key: string | undefined) => change({ open: key });
  return (
    <div className={ui.screen}>
      <main ref={scroll} className={ui.list}>
        <SendersNav />
        <h1 {...heading} className={ui.lead}>
          {page?.lead ?? "Senders"}
        </h1>
        <p className={ui.sub}>{page?.since}</p>
        <div className={styles.ask} hidden={!page && !late}>
          <OneOf label="Gathered by" value={by} choices={BYS} change={(next) => change({ by: next, open: undefined })} />
          <Slot label="Kind" value={question.kinds ?? ""} choices={KINDS} change={(kinds) => change({ kinds })} />
          <Slot label="Which" value={question.which ?? ""} choices={WHICH} change={(which) => change({ which })} />
          <i className={styles.break} />
          <span>by</span>
          <Slot
            label="In order of"
            value={question.order!}
            choices={ORDERS}
            change={(order) => change({ order, falling: undefined })}
          />
          <Button variant="text" onClick={() => change({ falling: String(!question.falling) })}>
            {question.falling ? "most first" : "least first"}
          </Button>
          <TextField
            variant="standard"
            value={typed}
            onChange={(event) => setTyped(event.target.value)}
            placeholder="name or address"
            slotProps={{ htmlInput: { "aria-label": "Words of the name or address" } }}
          />
          {question.rule && <Given takeOut={() => change({ rule: undefined })}>{`“${rule ?? "a rule"}” spoke on them`}</Given>}
        </div>
        {count > 0 && (
          <section className={styles.chosen} aria-label="Chosen senders">
            <p>
              <b>{here.all ? `All ${count.toLocaleString("en")}` : count.toLocaleString("en")} chosen.</b>{" "}
              {!here.all && page && count < page.total && (
                <Button variant="text" onClick={() => setChosen({ asked, names: NOBODY, all: true })}>
                  Choose all {page.total.toLocaleString("en")}
                </Button>
              )}
              <Button variant="text" onClick={none}>
                None
              </Button>
            </p>
            <Acts some={some} who={count === 1 && one ? one : `${count.toLocaleString("en")} senders`} done={none} />
          </section>
        )}
        <SenderList
          key={`${by} ${JSON.stringify(bare(question))}`}
          by={by}
          question={question}
          open={open}
          at={at}
          show={show}
          chosen={here.all ? undefined : new Set(here.names.keys())}
          choose={choose}
          chooseAll={() => setChosen({ asked, names: NOBODY, all: true })}
          scroll={scroll}
          told={told}
        />
        {page && <TableLink of="senders" />}
      </main>
      <SenderSheet by={by} open={open} close={() => show(undefined)} />
    </div>
  );
}

/** What is asked for, whatever the order. */
const bare = (question: SenderQuestion): SenderQuestion => ({ ...question, order: undefined, falling: undefined });
