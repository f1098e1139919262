import Button from "@mui/material/Button";
import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { useLocation } from "react-router";
import type { ReplaySide } from "../../../api/client";
import { keys } from "../../../api/keys";
import { useReplay, type ReplayOf } from "../../../api/replay";
import { Fault } from "../../../parts/Fault";
import { useKey } from "../../../parts/keys";
import ui from "../../../parts/page.module.css";
import { Slot } from "../../../parts/Slot";
import { RulesNav } from "../RulesNav";
import { Figures } from "./Figures";
import { Groups } from "./Groups";
import { Judgement } from "./Judgement";
import { Played } from "./Played";
import styles from "./replay.module.css";
import { Side, named } from "./Side";

const STRETCHES = [
  { value: "1", label: "today" },
  { value: "7", label: "the last 7 days" },
  { value: "30", label: "the last 30 days" },
  { value: "90", label: "the last 90 days" },
  { value: "all", label: "all mail" },
];

/** Two rulebooks over one's own mail: what each makes of it, what differs, and a day to be played. */
export function ReplayScreen() {
  const draft = (useLocation().state as { draft?: ReplaySide } | null)?.draft;
  const [a, setA] = useState<ReplaySide>({ kind: draft ? "now" : "none" });
  const [b, setB] = useState<ReplaySide>(draft ?? { kind: "now" });
  const [stretch, setStretch] = useState("30");
  const [asked, setAsked] = useState<ReplayOf>();
  const replay = useReplay(asked);
  const queries = useQueryClient();
  const days = stretch === "all" ? undefined : Number(stretch);
  const interrupt = () => {
    void queries.cancelQueries({ queryKey: keys.replay(asked) });
    setAsked(undefined);
  };
  useKey("close", () => replay.isFetching && interrupt());
  const page = asked ? replay.data : undefined;
  const names = asked && [named(asked.a), named(asked.b)];
  return (
    <div className={ui.screen}>
      <main className={`${ui.list} ${ui.rulesList}`}>
        <RulesNav />
        <h1 className={ui.lead}>{page ? page.lead : "Two rulebooks over your own mail"}</h1>
        <p className={ui.sub} role="status">
          {replay.isFetching
            ? "Going through your mail … Esc interrupts."
            : page
              ? page.stretch
              : "What would have come when, how loud, how long it would have waited. Nothing is changed by it."}
        </p>
        <div className={styles.choose}>
          <Side label="The one" side={a} change={setA} draft={draft} />
          <span>against</span>
          <Side label="The other" side={b} change={setB} draft={draft} />
          <span>over</span>
          <Slot label="Stretch" value={stretch} choices={STRETCHES} change={setStretch} />
          {replay.isFetching ? (
            <Button onClick={interrupt}>Interrupt</Button>
          ) : (
            <Button variant="contained" onClick={() => setAsked({ a, b, days })}>
              Replay
            </Button>
          )}
        </div>
        <Fault of={replay} />
        {page && names && page.messages > 0 && (
          <>
            <Figures page={page} names={names} />
            <Groups groups={page.groups} of={{ asked, names }} />
            <Judgement judgement={page.judgement} of={{ asked, names }} />
            {page.played && (
              <Played key={page.played.date} played={page.played} names={names} choose={(day) => setAsked({ ...asked, day })} />
            )}
          </>
        )}
      </main>
    </div>
  );
}
