import { useQueryClient } from "@tanstack/react-query";
import type { Act, Row } from "../api/client";
import { sheetQuery, useMindThread, useSheet } from "../api/messages";
import { useRunRoutine } from "../api/routines";
import { useKey } from "../parts/keys";
import { goesAway, useRoutineKeys } from "./follow/routineKeys";
import { useChosen } from "./chosen";
import type { Acts } from "./acts";
import { useList } from "./order";
import type { Pane } from "./sheet/pane";

type Given = {
  open: number | undefined;
  act: Acts;
  /** opens a message with one of its panes */
  show: (id: number, pane: Pane) => void;
  /** goes to a row so many on, which gets the focus */
  go: (step: number) => number | undefined;
  /** every row of the list, from top to bottom */
  all: () => number[];
};

/** What opens for several messages at once. */
const MANY: Pane[] = ["back", "labels", "ink", "routine"];

const waits = ({ stands }: Row) => stands === "held" || stands === "put_off";

/** The keys of a list: they act on the chosen messages, else on the row that has the focus, else on the open message. */
export function ListKeys({ open, act, show, go, all: whole }: Given) {
  const { order, leaving } = useList()!;
  const chosen = useChosen()!;
  const sheet = useSheet(open).data;
  const queries = useQueryClient();
  const mind = useMindThread();
  const run = useRunRoutine();
  const near = () => order.focused() ?? open;
  const aim = (): number[] => {
    const one = near();
    return chosen.ids.length > 0 ? [...chosen.ids] : one === undefined ? [] : [one];
  };
  // The open message first as its own buttons have it: list and sheet are asked anew one after the other.
  const rows = (): Row[] => aim().flatMap((id) => (sheet?.id === id ? sheet : (order.row(id) ?? [])));
  const all = (is: (row: Row) => boolean) => rows().length > 0 && rows().every(is);
  // What is not known of the list is acted on all the same: the server knows how it stands.
  const but = (leftOut: (row: Row) => boolean): number[] => {
    const out = new Set(
      rows()
        .filter(leftOut)
        .map(({ id }) => id),
    );
    return aim().filter((id) => !out.has(id));
  };
  const doing = (name: Act, ids = aim()) => ids.length > 0 && act(name, ids, { done: chosen.none });
  const leave = (name: Act, ids: number[]) => {
    if (ids.length === 0) return;
    leaving(ids);
    doing(name, ids);
  };
  const pane = (name: Pane) => {
    const ids = aim();
    if (ids.length > 1 && MANY.includes(name)) return chosen.show(name);
    const one = ids.length === 1 ? ids[0] : near();
    if (one !== undefined) show(one, name);
  };
  const mindThread = (word: "followed" | "muted") => {
    const id = near();
    if (id === undefined) return;
    void queries
      .fetchQuery(sheetQuery(id))
      .then(({ thread_preference }) => mind.mutate({ id, word: thread_preference === word ? "neither" : word }));
  };
  const step = (by: number, { shiftKey }: Pick<KeyboardEvent, "shiftKey">) => {
    const from = near();
    const to = go(by);
    if (shiftKey) chosen.add([from, to].filter((id) => id !== undefined));
  };
  const choose = ({ shiftKey }: KeyboardEvent) => {
    const id = near();
    if (id === undefined) return false; // the page scrolls by it
    if (shiftKey && chosen.last !== undefined) chosen.add(order.between(chosen.last, id));
    else chosen.turn(id);
  };
  useKey("next", (event) => step(1, event));
  useKey("previous", (event) => step(-1, event));
  useKey("choose", choose);
  useKey("chooseAll", () => chosen.add(whole()));
  useKey("discard", () => {
    const gone = all(({ stands }) => stands === "discarded");
    leave(gone ? "recover" : "discard", aim());
  });
  useKey("clear", () =>
    leave(
      "clear",
      but(({ stands }) => stands === "cleared"),
    ),
  );
  useKey("letIn", () =>
    leave(
      "let_in",
      but((row) => !waits(row)),
    ),
  );
  useKey("flag", () => doing(all(({ flagged }) => flagged) ? "unflag" : "flag"));
  useKey("unread", () =>
    doing(
      all(({ unread }) => unread) ? "read" : "unread",
      but(({ stands }) => stands === "held"), // held mail is looked at, not read
    ),
  );
  useKey("raise", () => doing("raise"));
  useKey("lower", () => doing("lower"));
  useKey("example", () => pane("example"));
  useKey("answer", () => pane("reply"));
  useKey("answerAll", () => pane("reply_all"));
  useKey("forward", () => pane("forward"));
  useKey("expect", () => pane("expect"));
  useKey("task", () => pane("task"));
  useKey("routine", () => pane("routine"));
  useKey("keep", () => (all(({ kept }) => kept === true) ? doing("unkeep") : aim().length > 1 ? doing("keep") : pane("keep")));
  useKey("label", () => pane("labels"));
  useKey("ink", () => pane("ink"));
  useKey("bringBack", () => pane("back"));
  useKey("rule", () => pane("rule"));
  useKey("follow", () => mindThread("followed"));
  useKey("mute", () => mindThread("muted"));
  useRoutineKeys((routine) => {
    const ids = aim();
    if (ids.length > 1) return chosen.show("routine"); // several are looked at first
    const [one] = ids;
    if (one === undefined) return;
    if (goesAway(routine)) leaving([one]);
    else if (routine.next) step(1, { shiftKey: false });
    run.mutate({ name: routine.name, messages: [one] });
  });
  return null;
}
