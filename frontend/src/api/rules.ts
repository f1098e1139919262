import { keepPreviousData, skipToken, useQuery } from "@tanstack/react-query";
import { useActMutation, type TellsBy } from "./acting";
import { api, unwrap, type RuleBody } from "./client";
import { keys } from "./keys";

export type Rules = NonNullable<ReturnType<typeof useRules>["data"]>;
export const useRules = () => useQuery({ queryKey: keys.rules, queryFn: () => unwrap(api.GET("/rules")) });
export const useVocabulary = () => useQuery({ queryKey: keys.vocabulary, queryFn: () => unwrap(api.GET("/vocabulary")) });
export type Draft = {
  body: RuleBody;
  id?: number;
  place?: number;
  days: 7 | 30 | 90;
  message?: number;
  made?: Record<string, unknown>;
  without?: boolean;
};
/** A draft tried on mail already here; asked anew as it is written, the last answer standing meanwhile. */
export const useDryRun = (draft: Draft | undefined) =>
  useQuery({
    queryKey: keys.dryRun(draft),
    queryFn: ({ signal }) => unwrap(api.POST("/rules/dry-run", { body: { ...draft!, made: draft!.made as never }, signal })),
    enabled: draft !== undefined,
    placeholderData: keepPreviousData,
    gcTime: 10_000, // a draft a key: none is asked for again
    retry: false,
  });
export type Mending = "let_in" | "join";
export type Step = { act: "move" | "switch" | "delete"; to?: number };
export const foresee = (id: number, step: Step | { act: Mending }) =>
  unwrap(api.POST("/rules/{id}/preview", { params: { path: { id } }, body: step }));
export type Repairing = "off" | "delete" | "move" | "quieten" | Mending;
/** What a repair of the check-up would do; nothing is asked for what touches no mail. */
export const useForeseen = (id: number, act: Repairing, to: number | undefined) =>
  useQuery({
    queryKey: keys.foreseen(id, act, to),
    queryFn: act === "quieten" ? skipToken : () => (act === "off" ? foreseeMany({ rules: [id], act }) : foresee(id, { act, to })),
  });
export type ManyAct = "on" | "off" | "delete" | "top" | "bottom";
type Many = { rules: number[]; act: ManyAct };
export const foreseeMany = (given: Many) => unwrap(api.POST("/rules/acts/preview", { body: given }));
export const useChangeRules = () => useActMutation((given: Many) => unwrap(api.POST("/rules/acts", { body: given })));
export const useMendRule = () =>
  useActMutation(({ id, act }: { id: number; act: Mending }) =>
    unwrap(api.POST("/rules/{id}/mend", { params: { path: { id } }, body: { act } })),
  );
export const usePauseRules = () => useActMutation((until?: string) => unwrap(api.POST("/rules/pause", { body: { until } })));
export const useResumeRules = () => useActMutation(() => unwrap(api.DELETE("/rules/pause")));
export const useRuleHistory = (id: number) =>
  useQuery({
    queryKey: keys.ruleHistory(id),
    queryFn: () => unwrap(api.GET("/rules/{id}/history", { params: { path: { id } } })),
  });
export const useApplication = (id: number, days: number | undefined) =>
  useQuery({
    queryKey: keys.application(id, days),
    queryFn: () => unwrap(api.GET("/rules/{id}/apply", { params: { path: { id }, query: { days } } })),
    placeholderData: keepPreviousData,
  });
export const useStartingRules = () =>
  useQuery({ queryKey: keys.startingRules, queryFn: () => unwrap(api.GET("/starting-rules")), staleTime: Infinity });
export const useStartingRuleAnswered = (key: string, answers: Record<string, unknown>) =>
  useQuery({
    queryKey: keys.startingRule(key, answers),
    queryFn: () => unwrap(api.POST("/starting-rules/{key}", { params: { path: { key } }, body: { answers: answers as never } })),
    placeholderData: keepPreviousData,
  });
export const useChangeRule = ({ tells }: { tells?: TellsBy } = {}) =>
  useActMutation(
    ({ id, version, body }: { id: number; version: number; body: RuleBody }) =>
      unwrap(api.PUT("/rules/{id}", { params: { path: { id } }, body: { body, version } })),
    { tells },
  );
export const useDeleteRule = () =>
  useActMutation((id: number) => unwrap(api.DELETE("/rules/{id}", { params: { path: { id } } })));
export const useMoveRule = () =>
  useActMutation(({ id, to }: { id: number; to: number }) =>
    unwrap(api.POST("/rules/{id}/place", { params: { path: { id } }, body: { to } })),
  );
export const useQuieten = () =>
  useActMutation((id: number) => unwrap(api.POST("/rules/{id}/quieter", { params: { path: { id } } })));
export const useMakeRule = () =>
  useActMutation(({ body, place }: { body: RuleBody; place?: number }) => unwrap(api.POST("/rules", { body: { body, place } })), {
    tells: "inline",
  });
export const useCopyRule = () =>
  useActMutation((id: number) => unwrap(api.POST("/rules/{id}/copy", { params: { path: { id } } })));
export const useApply = () =>
  useActMutation(
    ({ id, ...body }: { id: number; days?: number; topics?: string[]; messages?: number[] }) =>
      unwrap(api.POST("/rules/{id}/apply", { params: { path: { id } }, body })),
    { tells: "inline" },
  );
