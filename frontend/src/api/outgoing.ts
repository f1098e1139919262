import { skipToken, useQuery, useQueryClient } from "@tanstack/react-query";
import { useActMutation } from "./acting";
import { api, unwrap } from "./client";
import { keys } from "./keys";
import type { components } from "./schema";

export type Draft = components["schemas"]["Draft"];
export type DraftBody = components["schemas"]["DraftBody"];
/** What is begun by hand; a message that asks again is begun of what is awaited. */
export type DraftKind = Exclude<Draft["kind"], "nudge">;
export type Outbox = components["schemas"]["Outbox"];
type ByDay = components["schemas"]["ByDay"];
export type OutboxRow = components["schemas"]["OutboxRow"];
export type OutboxAct = OutboxRow["acts"][number];
export type MailOut = components["schemas"]["MailOut"];
export type MailServer = components["schemas"]["MailServer"];
/** When it goes: after the usual while, now, with the next round, or at a moment. */
export type Goes = { now?: boolean; next_round?: boolean; at?: string };

export const useOutbox = () => useQuery({ queryKey: keys.outbox, queryFn: () => unwrap(api.GET("/outbox")) });
/** What is being written: as it was when it was opened here; what is typed is the page's own. */
export const useDraft = (id: number | undefined) =>
  useQuery({
    queryKey: keys.draft(id),
    queryFn: id === undefined ? skipToken : () => unwrap(api.GET("/drafts/{id}", { params: { path: { id } } })),
    staleTime: Infinity,
    gcTime: 0,
    retry: false,
  });
/** Puts what the server has kept where it is looked for. */
export function useDraftKept() {
  const queries = useQueryClient();
  return (draft: Draft) => queries.setQueryData(keys.draft(draft.id), draft);
}
export const beginDraft = (kind: DraftKind, message?: number) => unwrap(api.POST("/drafts", { body: { kind, message } }));
export const readDraft = (id: number) => unwrap(api.GET("/drafts/{id}", { params: { path: { id } } }));
/** @param leaving the page goes away meanwhile (a browser takes up to 64 kB along then) */
export const keepDraft = (id: number, version: number, body: DraftBody, leaving = false) =>
  unwrap(api.PUT("/drafts/{id}", { params: { path: { id } }, body: { version, body }, keepalive: leaving }));
/** By when an answer is expected once it has gone; none where nothing is given. */
export const expectOfDraft = (id: number, by: ByDay | null) =>
  unwrap(api.PUT("/drafts/{id}/expect", { params: { path: { id } }, body: { by } }));
/** @param silent where nothing was written, nothing is told */
export const useDropDraft = (silent = false) =>
  useActMutation((id: number) => unwrap(api.DELETE("/drafts/{id}", { params: { path: { id } } })), {
    tells: silent ? "nobody" : "notice",
  });
export const addDraftFile = (id: number, file: File) =>
  unwrap(
    api.POST("/drafts/{id}/files", {
      params: { path: { id }, query: { name: file.name, type: file.type } },
      body: file as never,
      bodySerializer: (body: unknown) => body as never,
      headers: { "content-type": "application/octet-stream" },
    }),
  );
export const removeDraftFile = (id: number, file: number) =>
  unwrap(api.DELETE("/drafts/{id}/files/{file}", { params: { path: { id, file } } }));
export const useSendDraft = () =>
  useActMutation(
    ({ id, ...body }: { id: number; version: number; clear?: boolean } & Goes) =>
      unwrap(api.POST("/drafts/{id}/send", { params: { path: { id } }, body })),
    { tells: "inline" },
  );
export const useChangeOutgoing = () =>
  useActMutation(({ id, act }: { id: number; act: OutboxAct }) =>
    unwrap(api.POST("/outbox/{id}/{act}", { params: { path: { id, act } } })),
  );
export const useMailOut = () => useQuery({ queryKey: keys.mailOut, queryFn: () => unwrap(api.GET("/mail-out")) });
export const useSaveMailServer = () =>
  useActMutation(
    ({ account, server }: { account: number; server: MailServer }) =>
      unwrap(api.PUT("/mail-out/{account}", { params: { path: { account } }, body: server })),
    { tells: "inline" },
  );
export const useTryMailServer = () =>
  useActMutation(
    ({ account, server }: { account: number; server: MailServer }) =>
      unwrap(api.POST("/mail-out/{account}/try", { params: { path: { account } }, body: server })),
    { tells: "nobody" },
  );
export const useSetSeconds = () =>
  useActMutation((seconds: number) => unwrap(api.PUT("/mail-out/seconds", { body: { seconds } })));

export type ByRules = components["schemas"]["ByRules"];
export type AwayGiven = components["schemas"]["AwayGiven"];

export const useByRules = () => useQuery({ queryKey: keys.byRules, queryFn: () => unwrap(api.GET("/by-rules")) });
export const useAskForProof = () =>
  useActMutation((address: string) => unwrap(api.PUT("/forwarding", { body: { address } })), { tells: "inline" });
export const useEnterCode = () =>
  useActMutation((body: { address: string; code: string }) => unwrap(api.POST("/forwarding/enter", { body })), {
    tells: "inline",
  });
export const useNoLongerForward = () =>
  useActMutation((address: string) => unwrap(api.DELETE("/forwarding", { params: { query: { address } } })));
export const useSetBrake = () => useActMutation((body: { hour: number; day: number }) => unwrap(api.PUT("/brake", { body })));
export const useLetRuleSend = () =>
  useActMutation((id: number) => unwrap(api.DELETE("/stopped-rules/{id}", { params: { path: { id } } })));
export const useGiveAway = () => useActMutation((body: AwayGiven) => unwrap(api.PUT("/away", { body })), { tells: "inline" });
export const useEndAway = () => useActMutation(() => unwrap(api.DELETE("/away")));
/** Who of the last days' mail would have had a notice that is being written. */
export const useAwayPreview = (given: AwayGiven | undefined) =>
  useQuery({
    queryKey: keys.awayPreview(given),
    queryFn: given ? ({ signal }) => unwrap(api.POST("/away/preview", { body: given, signal })) : skipToken,
    retry: false,
    gcTime: 0,
  });
/** A template as it reads in a draft, and the fields of it that have no value. */
export const fillTemplate = (id: number, name: string, values: Record<string, string>) =>
  unwrap(api.POST("/drafts/{id}/template", { params: { path: { id } }, body: { name, values } }));
