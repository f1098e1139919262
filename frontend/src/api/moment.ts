import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useActMutation } from "./acting";
import { api, unwrap } from "./client";
import { keys } from "./keys";
import { statusQuery } from "./status";

/** How often what depends on the time of day is asked anew, for the pace of the clock. */
export const pace = (rate: number | undefined): number | false => (!rate ? false : rate > 1 ? 1_000 : 15_000);
export const useStatus = () => useQuery({ ...statusQuery, refetchInterval: 20_000 });
export const useClock = () =>
  useQuery({
    queryKey: keys.clock,
    queryFn: () => unwrap(api.GET("/clock")),
    refetchInterval: (query) => pace(query.state.data?.rate),
  });
export function useDay() {
  const rate = useClock().data?.rate;
  return useQuery({ queryKey: keys.day, queryFn: () => unwrap(api.GET("/day")), refetchInterval: pace(rate) });
}
export const useZones = () => useQuery({ queryKey: keys.zones, queryFn: () => unwrap(api.GET("/zones")), staleTime: Infinity });
export type SetUpGiven = { name: string; addresses: string[]; organisation: string[]; time_zone: string; batch: boolean };
export const useSetUp = () =>
  useActMutation((given: SetUpGiven) => unwrap(api.POST("/setup", { body: given })), { tells: "nobody" });
export function useSetClock() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (given: { rate?: number; jump?: "arrival" | "round" }) => unwrap(api.PATCH("/clock", { body: given })),
    onSuccess: (clock) => queries.setQueryData(keys.clock, clock),
    meta: { tells: "notice" },
  });
}
