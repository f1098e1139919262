import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useActMutation } from "./acting";
import { api, unwrap, bytes, type Week } from "./client";
import { keys } from "./keys";
import type { components, paths } from "./schema";

export const useHeadsDown = () =>
  useQuery({ queryKey: keys.headsDown, queryFn: () => unwrap(api.GET("/heads-down")), gcTime: 0 });
export const useCalendarAddress = () => useQuery({ queryKey: keys.calendarAddress, queryFn: () => unwrap(api.GET("/calendar")) });
export const useWeek = () => useQuery({ queryKey: keys.week, queryFn: () => unwrap(api.GET("/week")) });
/** @param of a date of the week; none where it is not asked */
export const useWeekDays = (of: string | undefined) =>
  useQuery({
    queryKey: keys.weekDays(of),
    queryFn: () => unwrap(api.GET("/week/days", { params: { query: { of: of! } } })),
    enabled: of !== undefined,
    placeholderData: keepPreviousData,
  });
export type Renamed = { kind: "windows" | "rounds"; was: string; name: string };
export const useWeekDryRun = (given: { plan: Week["plan"]; renamed: Renamed[] } | undefined) =>
  useQuery({
    queryKey: keys.weekDryRun(given),
    queryFn: ({ signal }) => unwrap(api.POST("/week/dry-run", { body: given!, signal })),
    enabled: given !== undefined,
    placeholderData: keepPreviousData,
    gcTime: 10_000,
  });
export const readCalendar = (file: File) =>
  unwrap(
    api.POST("/calendars", {
      ...bytes(file),
    }),
  );
export const useGoHeadsDown = () =>
  useActMutation((given: { until: string; reason?: string }) => unwrap(api.POST("/heads-down", { body: given })), {
    tells: "inline",
  });
export const useEndHeadsDown = () => useActMutation(() => unwrap(api.DELETE("/heads-down")));
export type OverMeetings = components["schemas"]["OverMeetings"];
export const useFollowCalendar = () =>
  useActMutation(
    (given: { path: string | null; heads_down: OverMeetings }) => unwrap(api.PUT("/followed-calendar", { body: given })),
    { tells: "inline" },
  );
/** What is about to be saved, and might do something to held mail. */
export type HeldChange = paths["/held-preview"]["post"]["requestBody"]["content"]["application/json"];
export const useHeldPreview = (given: HeldChange) =>
  useQuery({
    queryKey: keys.heldPreview(given),
    queryFn: ({ signal }) => unwrap(api.POST("/held-preview", { body: given, signal })),
    placeholderData: keepPreviousData,
    gcTime: 0,
    retry: false,
  });
export const useSaveZone = () =>
  useActMutation((given: { time_zone: string; trips: Week["trips"] }) => unwrap(api.PUT("/zone", { body: given })), {
    tells: "inline",
  });
export const useNewCalendarAddress = () => useActMutation(() => unwrap(api.POST("/calendar")));
export const useSaveWeek = () =>
  useActMutation(
    (given: { plan: Week["plan"]; revision: number; renamed: Renamed[] }) => unwrap(api.PUT("/week", { body: given })),
    { tells: "inline" },
  );
