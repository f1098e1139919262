import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { api, unwrap } from "./client";
import { keys } from "./keys";

export const useCompletions = (fact: string, typed: string, enabled: boolean) =>
  useQuery({
    queryKey: keys.completions(fact, typed),
    queryFn: () => unwrap(api.GET("/completions", { params: { query: { fact, typed } } })),
    enabled,
    placeholderData: keepPreviousData,
    staleTime: 30_000,
  });
/** What a text of the written language means, or where it could not be read. */
export const readText = (text: string, of: "rule" | "view" | "promise") =>
  unwrap(api.POST("/language/parse", { body: { text, of } }));
export type Parsed = Awaited<ReturnType<typeof readText>>;
