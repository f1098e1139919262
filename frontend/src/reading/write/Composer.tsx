import Button from "@mui/material/Button";
import Checkbox from "@mui/material/Checkbox";
import FormControlLabel from "@mui/material/FormControlLabel";
import InputBase from "@mui/material/InputBase";
import { useRef, useState } from "react";
import { useNavigate } from "react-router";
import { Problem } from "../../api/client";
import type { ByDay } from "../../api/following";
import {
  addDraftFile,
  expectOfDraft,
  removeDraftFile,
  useDropDraft,
  useSendDraft,
  type Draft,
  type Goes,
} from "../../api/outgoing";
import { Given } from "../../parts/chips";
import { Fault } from "../../parts/Fault";
import { TextSlot } from "../../parts/fields";
import { FileField } from "../../parts/FileField";
import { KeyCap } from "../../parts/KeyCap";
import { useKey } from "../../parts/keys";
import ui from "../../parts/page.module.css";
import { PeopleField } from "../../parts/PeopleField";
import { Slot } from "../../parts/Slot";
import { Sure } from "../../parts/Sure";
import { ExpectAnswer } from "./ExpectAnswer";
import { SendLater } from "./SendLater";
import { Templates } from "./Templates";
import { useWriting } from "./useWriting";
import styles from "./write.module.css";

const TITLES = {
  new: "A new message",
  reply: "Your answer",
  reply_all: "Your answer to all",
  forward: "Forwarded",
  nudge: "Asking again",
} as const;
const size = (bytes: number) => (bytes < 1_000_000 ? `${Math.ceil(bytes / 1_000)} kB` : `${(bytes / 1_000_000).toFixed(1)} MB`);

type ComposerGiven = {
  draft: Draft;
  /** leaves it to be written on later. @param touched whether anything was written */
  close: (touched: boolean) => void;
  /** it has been sent, or dropped */
  gone: () => void;
};

/** A message as it is written: kept as one types, sent into the outbox. */
export function Composer({ draft, close, gone }: ComposerGiven) {
  const { body, set, kept, keep, readAnew, takeTheirs, problem, version } = useWriting(draft);
  const [copies, setCopies] = useState((body.cc?.length ?? 0) > 0 || (body.bcc?.length ?? 0) > 0);
  const [clear, setClear] = useState(false);
  const [asked, setAsked] = useState<Goes>();
  const [expect, setExpect] = useState<ByDay | undefined>(draft.expect ? { on: draft.expect } : undefined);
  const [fault, setFault] = useState<string>();
  const expecting = useRef<Promise<unknown>>(undefined);
  const setExpected = (by: ByDay | undefined) => {
    setExpect(by);
    expecting.current = expectOfDraft(draft.id, by ?? null);
    expecting.current.catch((problem: Error) => setFault(problem.message));
  };
  const send = useSendDraft();
  const drop = useDropDraft();
  const navigate = useNavigate();
  const failed = (problem: Error) => setFault(problem.message);
  const put = (goes: Goes) => send.mutate({ id: draft.id, version: version(), clear, ...goes }, { onSuccess: gone });
  /** What is to be looked at again is shown first. */
  const begin = (goes: Goes) => {
    setFault(undefined);
    Promise.all([keep(), expecting.current]).then(
      ([now]) => ((now ?? kept).warnings.length > 0 ? setAsked(goes) : put(goes)),
      failed,
    );
  };
  const add = async (files: File[]) => {
    setFault(undefined);
    try {
      for (const file of files) await addDraftFile(draft.id, file);
    } catch (problem) {
      failed(problem as Error);
    }
    await readAnew();
  };
  useKey("send", () => void (!send.isPending && begin({})), true, true);
  const leave = () => close(kept.version > 1 || kept.files.length > draft.files.length || body !== draft.body);
  useKey("close", leave, true, true);
  const elsewhere = problem instanceof Problem && problem.status === 409;
  const noServer = send.error instanceof Problem && send.error.errors.some(({ pointer }) => pointer === "/account");
  return (
    <section className={styles.write} aria-label={TITLES[draft.kind]}>
      <div className={styles.head}>
        <h2>{TITLES[draft.kind]}</h2>
        <span className={ui.quiet}>
          from{" "}
          {kept.own.length > 1 ? (
            <Slot
              label="From which address"
              value={body.from ?? kept.from}
              choices={kept.own.map((address) => ({ value: address, label: address }))}
              change={(from) => set({ from })}
            />
          ) : (
            kept.from
          )}
        </span>
      </div>
      <PeopleField label="To" people={body.to ?? []} change={(to) => set({ to })} />
      {copies ? (
        <>
          <PeopleField label="Copy" people={body.cc ?? []} change={(cc) => set({ cc })} />
          <PeopleField label="Blind copy" people={body.bcc ?? []} change={(bcc) => set({ bcc })} />
        </>
      ) : (
        <Button variant="text" onClick={() => setCopies(true)}>
          + copies
        </Button>
      )}
      <TextSlot
        label="Subject"
        width="full"
        placeholder="Subject"
        most={900}
        value={body.subject ?? ""}
        change={(subject) => set({ subject })}
      />
      <InputBase
        className={styles.text}
        multiline
        fullWidth
        minRows={7}
        autoFocus={draft.kind.startsWith("reply")}
        value={body.text ?? ""}
        inputProps={{ "aria-label": "Text" }}
        onChange={({ target }) => set({ text: target.value })}
        onFocus={({ target }) => draft.version === 1 && body.text === draft.body.text && target.setSelectionRange(0, 0)}
      />
      {kept.files.length > 0 && (
        <div className={ui.rowOf} role="group" aria-label="Files that go with it">
          {kept.files.map(({ id, name, bytes }) => (
            <Given
              key={id}
              says={`Take out ${name}`}
              takeOut={() => void removeDraftFile(draft.id, id).then(readAnew, failed)}
            >{`${name}, ${size(bytes)}`}</Given>
          ))}
        </div>
      )}
      <div role="status">
        {kept.warnings.map((warning) => (
          <p key={warning} className={ui.hint}>
            <b>Look twice:</b> {warning}
          </p>
        ))}
      </div>
      <ExpectAnswer asks={kept.asks} expect={expect} change={setExpected} />
      {elsewhere ? (
        <p className={ui.inPlace}>
          {problem.message}{" "}
          <Button variant="text" onClick={() => void takeTheirs().catch(failed)}>
            Load it anew
          </Button>
        </p>
      ) : (
        problem && <Fault of={problem.message} />
      )}
      {fault && <Fault of={fault} />}
      <Fault of={send} />
      {noServer && (
        <Button onClick={() => void navigate("/mail-in/out")} variant="text">
          Open Mail out
        </Button>
      )}
      <div className={`${ui.rowOf} ${styles.foot}`}>
        <Button variant="contained" disabled={send.isPending || elsewhere} onClick={() => begin({})}>
          Send <KeyCap of="send" />
        </Button>
        <SendLater send={begin} />
        <FileField label="Files to go with it" several take={(files) => void add(files)}>
          Add files …
        </FileField>
        <Templates
          draft={draft.id}
          put={(text) => set({ text: `${text}\n${(body.text ?? "").replace(/^\n+/, "\n")}` })}
          failed={failed}
        />
        {draft.message && (
          <FormControlLabel
            control={<Checkbox size="small" checked={clear} onChange={(_, on) => setClear(on)} />}
            label="and clear the message"
          />
        )}
        <span className={`${ui.last} ${ui.rowOf}`}>
          <Button variant="text" onClick={leave}>
            Go on later
          </Button>
          <Button variant="text" onClick={() => drop.mutate(draft.id, { onSuccess: gone })}>
            Drop it
          </Button>
        </span>
      </div>
      {asked && (
        <Sure
          title="Look twice"
          anyway="Send it as it is"
          back="Go on writing"
          save={() => put(asked)}
          close={() => setAsked(undefined)}
        >
          {kept.warnings.map((warning) => (
            <p key={warning}>{warning}</p>
          ))}
        </Sure>
      )}
    </section>
  );
}
