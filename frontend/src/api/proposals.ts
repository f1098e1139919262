import { useQuery } from "@tanstack/react-query";
import { useActMutation } from "./acting";
import { api, unwrap } from "./client";
import { keys } from "./keys";

export const useProposals = () => useQuery({ queryKey: keys.proposals, queryFn: () => unwrap(api.GET("/proposals")) });
export const useKeepProposals = () => useActMutation((days: number) => unwrap(api.PUT("/proposals", { body: { days } })));
export const useLearned = () =>
  useQuery({ queryKey: keys.learned, queryFn: () => unwrap(api.GET("/learned")), staleTime: 60_000 });
/** @param sender that nothing is to be offered of whom it is about */
export const useNotLearned = () =>
  useActMutation(({ key, sender }: { key: string; sender: boolean }) =>
    unwrap(api.POST("/learned/{key}/not", { params: { path: { key } }, body: { sender } })),
  );
export const useNeverPreview = (rule: number, message: number) =>
  useQuery({
    queryKey: keys.neverPreview(rule, message),
    queryFn: () => unwrap(api.GET("/proposals/{id}/never", { params: { path: { id: rule }, query: { message } } })),
  });
/** Messages that are named, or all that the rule proposes. */
export const useAnswerProposals = () =>
  useActMutation(({ rule, ...body }: { rule: number; answer: "do" | "leave"; messages?: number[] }) =>
    unwrap(api.POST("/proposals/{id}", { params: { path: { id: rule } }, body })),
  );
export const useNever = () =>
  useActMutation(({ rule, message }: { rule: number; message: number }) =>
    unwrap(api.POST("/proposals/{id}/never", { params: { path: { id: rule } }, body: { message } })),
  );
