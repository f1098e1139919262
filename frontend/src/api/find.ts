import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { api, unwrap } from "./client";
import { keys } from "./keys";

export type Narrowed = { sender?: string; label?: string; month?: string; account?: string };
export const useFind = (text: string, narrowed: Narrowed, offset: number) =>
  useQuery({
    queryKey: keys.found(text, narrowed, offset),
    queryFn: ({ signal }) => unwrap(api.GET("/find", { params: { query: { text, ...narrowed, offset } }, signal })),
    placeholderData: keepPreviousData,
    gcTime: 30_000,
    enabled: text.trim() !== "",
  });
/** What would narrow a search; it follows behind what is found. */
export const useFindFacets = (text: string, narrowed: Narrowed) =>
  useQuery({
    queryKey: keys.facets(text, narrowed),
    queryFn: ({ signal }) => unwrap(api.GET("/find/facets", { params: { query: { text, ...narrowed } }, signal })),
    placeholderData: keepPreviousData,
    gcTime: 30_000,
    enabled: text.trim() !== "",
  });
/** What may be meant by what is being typed. */
export const useFindHints = (text: string) =>
  useQuery({
    queryKey: keys.hints(text),
    queryFn: ({ signal }) => unwrap(api.GET("/find/hints", { params: { query: { text } }, signal })),
    placeholderData: keepPreviousData,
    gcTime: 30_000,
    enabled: text.trim() !== "",
  });
