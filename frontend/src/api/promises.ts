import { keepPreviousData, skipToken, useQuery } from "@tanstack/react-query";
import { useActMutation, type TellsBy } from "./acting";
import { api, unwrap, type PromiseBody, type Shall } from "./client";
import { keys } from "./keys";

const AGAIN_MS = 500;

export type Kept = "promises" | "examples";

export const usePromises = () =>
  useQuery({
    queryKey: keys.promises,
    queryFn: () => unwrap(api.GET("/promises")),
    // Those that take long are gone into at the next asking.
    refetchInterval: ({ state }) => (state.data?.promises.some(({ answer }) => answer === "open") ? AGAIN_MS : false),
  });
/** A promise that is being written; asked anew as it changes, the last answer standing meanwhile. */
export const useTryPromise = (body: PromiseBody, was: string | undefined) =>
  useQuery({
    queryKey: keys.tryPromise(body, was),
    queryFn: ({ signal }) => unwrap(api.POST("/promises/try", { body: { body, was }, signal })),
    placeholderData: keepPreviousData,
    gcTime: 10_000,
    retry: false,
  });
/** What would mend a promise that is broken; asked for where it is wanted. */
export const useMends = (name: string, wanted: boolean) =>
  useQuery({
    queryKey: keys.mends(name),
    queryFn: wanted ? () => unwrap(api.GET("/promises/mends", { params: { query: { name } } })) : skipToken,
  });
/** @param was the name of the one that is changed */
export const useKeep = (given?: { tells?: TellsBy }) =>
  useActMutation(
    ({ kind, body, was }: { kind: Kept; body: Record<string, unknown>; was?: string }) =>
      unwrap(api.PUT("/kept/{kind}", { params: { path: { kind } }, body: { body: body as never, was } })),
    given,
  );
export const useDrop = () =>
  useActMutation(({ kind, name }: { kind: Kept; name: string }) =>
    unwrap(api.DELETE("/kept/{kind}", { params: { path: { kind }, query: { name } } })),
  );
export const useKeepExample = () =>
  useActMutation((body: { message: number; shall: Shall }) => unwrap(api.POST("/examples", { body })));
/** The examples that a rule decides. */
export const useRuleExamples = (rule: number) =>
  useQuery({
    queryKey: keys.ruleExamples(rule),
    queryFn: () => unwrap(api.GET("/examples", { params: { query: { rule } } })),
  });
