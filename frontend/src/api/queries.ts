import { keepPreviousData, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useNotices } from "../parts/notices";
import { api, got, type Act, type RuleBody } from "./client";

/** How often what depends on the time of day is asked anew, for the pace of the clock. */
export const pace = (rate: number | undefined): number | false => (!rate ? false : rate > 1 ? 1_000 : 15_000);

export const useStanding = () => useQuery({ queryKey: ["standing"], queryFn: () => got(api.GET("/standing")) });
export const useClock = () =>
  useQuery({
    queryKey: ["clock"],
    queryFn: () => got(api.GET("/clock")),
    refetchInterval: (query) => pace(query.state.data?.rate),
  });
export const useFront = () => useQuery({ queryKey: ["front"], queryFn: () => got(api.GET("/front")), refetchInterval: 60_000 });
export const useHeld = () => useQuery({ queryKey: ["held"], queryFn: () => got(api.GET("/held")), refetchInterval: 30_000 });

export function useDay() {
  const rate = useClock().data?.rate;
  return useQuery({ queryKey: ["day"], queryFn: () => got(api.GET("/day")), refetchInterval: pace(rate) });
}

export const useSheet = (id: number | undefined) =>
  useQuery({
    queryKey: ["message", id],
    queryFn: () => got(api.GET("/messages/{id}", { params: { path: { id: id! } } })),
    enabled: id !== undefined,
  });
export const useRemoteContent = (id: number, enabled: boolean) =>
  useQuery({
    queryKey: ["remote", id],
    queryFn: () => got(api.GET("/messages/{id}/remote", { params: { path: { id } } })),
    enabled,
  });
export const useStarts = (id: number) =>
  useQuery({ queryKey: ["starts", id], queryFn: () => got(api.GET("/messages/{id}/starts", { params: { path: { id } } })) });
export const useRound = (at: string | undefined) =>
  useQuery({
    queryKey: ["round", at],
    queryFn: () => got(api.GET("/rounds", { params: { query: { at: at! } } })),
    enabled: !!at,
  });
export const useRules = () => useQuery({ queryKey: ["rules"], queryFn: () => got(api.GET("/rules")) });
export const useVocabulary = () => useQuery({ queryKey: ["vocabulary"], queryFn: () => got(api.GET("/vocabulary")) });
export const useSources = () => useQuery({ queryKey: ["sources"], queryFn: () => got(api.GET("/sources")) });
export const useZones = () => useQuery({ queryKey: ["zones"], queryFn: () => got(api.GET("/zones")), staleTime: Infinity });

/** The number of messages here for which each condition holds; unfinished conditions are not asked. */
export function useCounts(conditions: object[]) {
  return useQuery({
    queryKey: ["counts", conditions],
    queryFn: () => got(api.POST("/counts", { body: { conditions: conditions as never } })),
    enabled: conditions.length > 0,
    placeholderData: keepPreviousData,
    retry: false,
  });
}

/**
 * A mutation whose outcome is told in a notice, with undo where there is one.
 * @param inline where it is used shows what went wrong itself
 */
function useTold<Given, Result extends { words: string; undo_id?: number | null }>(
  act: (given: Given) => Promise<Result>,
  { quiet = false, inline = false } = {},
) {
  const queries = useQueryClient();
  const { tell, fail } = useNotices();
  return useMutation({
    mutationFn: act,
    onSuccess: (done) => {
      if (!quiet) tell(done.words, done.undo_id ?? undefined);
      return queries.invalidateQueries();
    },
    onError: (problem) => {
      if (!quiet && !inline) fail(problem.message);
    },
  });
}

export const useAct = () => useTold((given: { act: Act; messages: number[] }) => got(api.POST("/acts", { body: given })));
export const useMarkRead = () =>
  useTold((id: number) => got(api.POST("/acts", { body: { act: "read", messages: [id] } })), { quiet: true });
export const useUndo = () => useTold((id: number) => got(api.POST("/undo/{id}", { params: { path: { id } } })));
export const useMakeRule = () => useTold((body: RuleBody) => got(api.POST("/rules", { body: { body } })), { inline: true });
export const useChangeRule = (told: { inline?: boolean } = {}) =>
  useTold(
    ({ id, version, body }: { id: number; version: number; body: RuleBody }) =>
      got(api.PUT("/rules/{id}", { params: { path: { id } }, body: { body, version } })),
    told,
  );
export const useDeleteRule = () => useTold((id: number) => got(api.DELETE("/rules/{id}", { params: { path: { id } } })));
export const useMoveRule = () =>
  useTold(({ id, to }: { id: number; to: number }) =>
    got(api.POST("/rules/{id}/place", { params: { path: { id } }, body: { to } })),
  );
export const useAddSource = () =>
  useTold((given: { path: string; account_id?: number }) => got(api.POST("/sources", { body: given })), { inline: true });
export const useRemoveSource = () => useTold((id: number) => got(api.DELETE("/sources/{id}", { params: { path: { id } } })));
export const useImport = () =>
  useTold(({ file, asNew }: { file: File; asNew: boolean }) =>
    got(
      api.POST("/imports", {
        params: { query: { name: file.name.slice(0, 255), as_new: asNew } },
        body: file as never,
        bodySerializer: (body) => body as never,
        headers: { "content-type": "application/octet-stream" },
      }),
    ),
  );

export type SetUpGiven = { name: string; addresses: string[]; organisation: string[]; time_zone: string; batch: boolean };
export const useSetUp = () => useTold((given: SetUpGiven) => got(api.POST("/setup", { body: given })), { quiet: true });

export function useSetClock() {
  const queries = useQueryClient();
  const { fail } = useNotices();
  return useMutation({
    mutationFn: (given: { rate?: number; jump?: "arrival" | "round" }) => got(api.PATCH("/clock", { body: given })),
    onSuccess: (clock) => queries.setQueryData(["clock"], clock),
    onError: (problem) => fail(problem.message),
  });
}
