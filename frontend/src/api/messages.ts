import { queryOptions, useQuery } from "@tanstack/react-query";
import { useActMutation } from "./acting";
import { api, unwrap, type Act } from "./client";
import { keys } from "./keys";

export const sheetQuery = (id: number | undefined) =>
  queryOptions({
    queryKey: keys.sheet(id),
    queryFn: () => unwrap(api.GET("/messages/{id}", { params: { path: { id: id! } } })),
  });
export const useSheet = (id: number | undefined) => useQuery({ ...sheetQuery(id), enabled: id !== undefined });
export const useRemoteContent = (id: number, enabled: boolean) =>
  useQuery({
    queryKey: keys.remote(id),
    queryFn: () => unwrap(api.GET("/messages/{id}/remote", { params: { path: { id } } })),
    enabled,
  });
export const useSource = (id: number) =>
  useQuery({ queryKey: keys.source(id), queryFn: () => unwrap(api.GET("/messages/{id}/source", { params: { path: { id } } })) });
export const useStarts = (id: number) =>
  useQuery({ queryKey: keys.starts(id), queryFn: () => unwrap(api.GET("/messages/{id}/starts", { params: { path: { id } } })) });
/** Why a rule did not decide a message. */
export const useWhyNot = (id: number, rule: number | undefined) =>
  useQuery({
    queryKey: keys.whyNot(id, rule),
    queryFn: () => unwrap(api.GET("/messages/{id}/why-not", { params: { path: { id }, query: { rule: rule! } } })),
    enabled: rule !== undefined,
  });
/** @param asked whether they are wanted yet */
export const useBackTimes = (asked = true) =>
  useQuery({ queryKey: keys.backTimes, queryFn: () => unwrap(api.GET("/back-times")), gcTime: 0, enabled: asked });
export const useMinded = () => useQuery({ queryKey: keys.minded, queryFn: () => unwrap(api.GET("/conversations/minded")) });
export const useMindThread = () =>
  useActMutation(({ id, word }: { id: number; word: "followed" | "muted" | "neither" }) =>
    unwrap(api.PUT("/messages/{id}/thread", { params: { path: { id } }, body: { word } })),
  );
export const useAlways = () =>
  useActMutation(({ id, act }: { id: number; act: "priority" | "let_in" | "discard" }) =>
    unwrap(api.POST("/messages/{id}/always", { params: { path: { id } }, body: { act } })),
  );
const CORRECTIONS: Partial<Record<Act, "priority" | "let_in" | "discard">> = {
  raise: "priority",
  lower: "priority",
  let_in: "let_in",
  discard: "discard",
};
/** Acts on messages; what corrects a rule by hand of one of them may become a rule, if asked. */
export function useAct() {
  const always = useAlways();
  const byHand = ({ act, messages }: { act: Act; messages: number[] }) => {
    const [id, ...others] = messages;
    const correction = CORRECTIONS[act];
    if (id === undefined || others.length > 0 || !correction) return undefined;
    return { label: "Always for this sender", act: () => always.mutate({ id, act: correction }) };
  };
  return useActMutation(
    (given: { act: Act; messages: number[]; sender?: boolean }) => unwrap(api.POST("/acts", { body: given })),
    {
      offer: byHand,
    },
  );
}
export const useLabelling = () =>
  useActMutation((given: { messages: number[]; add?: string[]; remove?: string[] }) =>
    unwrap(api.POST("/labels", { body: given })),
  );
export const useInkBy = () =>
  useActMutation((given: { messages: number[]; ink: string | null }) => unwrap(api.POST("/ink", { body: given })));
export const useKeepUntil = () =>
  useActMutation((given: { messages: number[]; until: string }) => unwrap(api.POST("/keeps", { body: given })));
export const useMarkRead = () =>
  useActMutation((id: number) => unwrap(api.POST("/acts", { body: { act: "read", messages: [id], opening: true } })), {
    tells: "nobody",
  });
export const usePutOff = () =>
  useActMutation(
    (given: { messages: number[]; until: string; reason?: string; when_answered?: boolean; conversation?: boolean }) =>
      unwrap(api.POST("/put-off", { body: given })),
  );
export const useMoveToMoment = () =>
  useActMutation((given: { messages: number[]; until: string }) => unwrap(api.POST("/moves", { body: given })));
export const useKeepBackTimes = () =>
  useActMutation((times: { name: string; at: string; days?: number; weekday?: string }[]) =>
    unwrap(api.PUT("/back-times", { body: { times } })),
  );
