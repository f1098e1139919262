import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useActMutation } from "./acting";
import { api, unwrap } from "./client";
import { keys } from "./keys";
import type { components } from "./schema";

export type Report = components["schemas"]["Report"];
export type Measure = components["schemas"]["Measure"];
export type Measured = components["schemas"]["Measured"];
export type Compared = components["schemas"]["Compared"];
export type ReportOf = { from: string; until: string; against_from?: string; against_until?: string };

export const useReport = (of: ReportOf | undefined) =>
  useQuery({
    queryKey: keys.report(of),
    queryFn: () => unwrap(api.GET("/report", { params: { query: of! } })),
    placeholderData: keepPreviousData,
    enabled: of !== undefined,
    retry: false,
  });
export const useSaveMeasure = () => useActMutation((body: Measure) => unwrap(api.PUT("/measure", { body })), { tells: "inline" });
