import { useQuery } from "@tanstack/react-query";
import { api, unwrap } from "./client";
import { keys } from "./keys";

export const useFront = () =>
  useQuery({ queryKey: keys.front, queryFn: () => unwrap(api.GET("/front")), refetchInterval: 60_000 });
export const useHeld = () => useQuery({ queryKey: keys.held, queryFn: () => unwrap(api.GET("/held")), refetchInterval: 30_000 });
export const useRound = (at: string | undefined) =>
  useQuery({
    queryKey: keys.round(at),
    queryFn: () => unwrap(api.GET("/rounds", { params: { query: { at: at! } } })),
    enabled: !!at,
  });
