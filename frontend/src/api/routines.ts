import { useQuery, skipToken } from "@tanstack/react-query";
import { useActMutation } from "./acting";
import { api, unwrap } from "./client";
import { keys } from "./keys";
import type { components } from "./schema";

export type Routine = components["schemas"]["Routine"];
/** As the rulebook's file has it. */
export type RoutineBody = {
  name: string;
  key?: string;
  then?: {
    labels?: string[];
    priority?: string;
    ink?: string;
    flag?: boolean;
    keep_at_top?: boolean;
    mark_read?: boolean;
    reply?: string;
    forward?: string[];
    forward_inline?: string[];
    follow_up?: { in: string };
    discard?: boolean;
  };
  put_off?: { in: string } | { at: string };
  task?: { words: string; in_days?: number; at?: string };
  clear?: boolean;
  next?: boolean;
};

/** @returns what it does, as the file has it */
export const bodyOf = ({ body }: { body: unknown }) => body as RoutineBody;

export const useRoutines = () => useQuery({ queryKey: keys.routines, queryFn: () => unwrap(api.GET("/routines")) });
/** What was done last, of which one can be made. */
export const useRecentActs = () =>
  useQuery({ queryKey: keys.recentActs, queryFn: () => unwrap(api.GET("/routines")), select: ({ recent }) => recent, gcTime: 0 });
/** What a routine says, and what it would do to messages. */
export const useRoutinePreview = (body: RoutineBody | undefined, messages: readonly number[] = []) =>
  useQuery({
    queryKey: keys.routinePreview(body, messages),
    queryFn: body
      ? ({ signal }) => unwrap(api.POST("/routines/preview", { body: { body: body as never, messages: [...messages] }, signal }))
      : skipToken,
    retry: false,
    gcTime: 0,
  });
export const useRunRoutine = () =>
  useActMutation(({ name, messages }: { name: string; messages: readonly number[] }) =>
    unwrap(api.POST("/routines/run", { body: { name, messages: [...messages] } })),
  );
export const useSaveRoutine = () =>
  useActMutation(
    ({ body, was }: { body: RoutineBody; was?: string }) =>
      unwrap(api.PUT("/kept/{kind}", { params: { path: { kind: "routines" } }, body: { body: body as never, was } })),
    { tells: "inline" },
  );
export const useDropRoutine = () =>
  useActMutation((name: string) =>
    unwrap(api.DELETE("/kept/{kind}", { params: { path: { kind: "routines" }, query: { name } } })),
  );
