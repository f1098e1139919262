import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { api, unwrap } from "./client";
import { keys } from "./keys";

export const LONGEST = 2000; // characters that can be looked for
export type Narrowed = Partial<{
  sender: string;
  label: string;
  month: string;
  account: string;
  read: "unread" | "read";
  files: "with" | "without";
  state: "front" | "held" | "cleared" | "discarded" | "sent";
}>;
export type Order = "best" | "newest";
const asked = (text: string) => text.trim() !== "" && text.length <= LONGEST;
export const useFind = (text: string, narrowed: Narrowed, offset: number, order: Order) =>
  useQuery({
    queryKey: keys.found(text, narrowed, offset, order),
    queryFn: ({ signal }) => unwrap(api.GET("/find", { params: { query: { text, ...narrowed, offset, order } }, signal })),
    placeholderData: keepPreviousData,
    gcTime: 30_000,
    enabled: asked(text),
  });
/** What would narrow a search; it follows behind what is found. */
export const useFindFacets = (text: string, narrowed: Narrowed, all: boolean) =>
  useQuery({
    queryKey: keys.facets(text, narrowed, all),
    queryFn: ({ signal }) => unwrap(api.GET("/find/facets", { params: { query: { text, ...narrowed, all } }, signal })),
    placeholderData: keepPreviousData,
    gcTime: 30_000,
    enabled: asked(text),
  });
/** What may be meant by what is being typed. */
export const useFindHints = (text: string) =>
  useQuery({
    queryKey: keys.hints(text),
    queryFn: ({ signal }) => unwrap(api.GET("/find/hints", { params: { query: { text } }, signal })),
    placeholderData: keepPreviousData,
    gcTime: 30_000,
    enabled: asked(text),
  });
