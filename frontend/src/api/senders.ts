import { keepPreviousData, skipToken, useQueries, useQuery } from "@tanstack/react-query";
import { useActMutation } from "./acting";
import { api, unwrap } from "./client";
import { keys } from "./keys";
import type { components, paths } from "./schema";

export type SenderBy = components["schemas"]["SenderBy"];
export type SenderRow = components["schemas"]["SenderRow"];
export type Sender = components["schemas"]["Sender"];
export type SenderQuestion = components["schemas"]["SenderQuestion"];
export type WhichSenders = components["schemas"]["WhichSenders"];
export type SenderOrder = components["schemas"]["SenderOrder"];
export type SenderChoice = paths["/senders/choices"]["post"]["requestBody"]["content"]["application/json"]["choice"];
export type WayToStop = components["schemas"]["WayToStop"];
/** Those that are meant: by their keys, or all that a question finds. */
export type SomeSenders = { by: SenderBy; keys?: string[]; question?: SenderQuestion };

export const SENDERS_PAGE = 100; // that the server gives at once

/** Pages of senders, those that are looked at; the first tells how many there are. */
export const useSenderPages = (by: SenderBy, question: SenderQuestion, pages: number[]) =>
  useQueries({
    queries: pages.map((page) => ({
      queryKey: keys.senders(by, question, page),
      queryFn: () => unwrap(api.GET("/senders", { params: { query: { by, ...question, offset: page * SENDERS_PAGE } } })),
      placeholderData: keepPreviousData,
      gcTime: 30_000,
    })),
  });
export const useSender = (by: SenderBy, key: string | undefined) =>
  useQuery({
    queryKey: keys.sender(by, key),
    queryFn: key === undefined ? skipToken : () => unwrap(api.GET("/senders/one", { params: { query: { by, key } } })),
    retry: false,
  });
export const useBlocked = () => useQuery({ queryKey: keys.blocked, queryFn: () => unwrap(api.GET("/senders/blocked")) });
export const useAsked = () => useQuery({ queryKey: keys.asked, queryFn: () => unwrap(api.GET("/senders/asked")) });

export const useChoicePreview = (some: SomeSenders, choice: SenderChoice | "group" | "view", name?: string) =>
  useQuery({
    queryKey: keys.choicePreview(some, choice, name),
    queryFn: ({ signal }) => unwrap(api.POST("/senders/choices/preview", { body: { ...some, choice, name }, signal })),
    enabled: name === undefined || name.trim() !== "",
    gcTime: 0,
    retry: false,
  });
export const useChooseSenders = () =>
  useActMutation((body: SomeSenders & { choice: SenderChoice }) => unwrap(api.POST("/senders/choices", { body })), {
    tells: "inline",
  });
export const useGroupSenders = () =>
  useActMutation((body: SomeSenders & { group: string }) => unwrap(api.POST("/senders/group", { body })), { tells: "inline" });
export const useViewSenders = () =>
  useActMutation((body: SomeSenders & { name: string }) => unwrap(api.POST("/senders/view", { body })), { tells: "inline" });
export const useAskingPreview = (some: SomeSenders) =>
  useQuery({
    queryKey: keys.askingPreview(some),
    queryFn: ({ signal }) => unwrap(api.POST("/senders/asking/preview", { body: some, signal })),
    gcTime: 0,
    retry: false,
  });
export const useAskToStop = () =>
  useActMutation((body: SomeSenders) => unwrap(api.POST("/senders/asking", { body })), { tells: "inline" });
export const useTakeBackAsking = () =>
  useActMutation((id: number) => unwrap(api.DELETE("/senders/asking/{id}", { params: { path: { id } } })));
