import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useActMutation } from "./acting";
import { api, unwrap, bytes, type AlertSettings } from "./client";
import { keys } from "./keys";

export const takeAlerts = () => unwrap(api.POST("/alerts/take"));
export const alertsSeen = (alerts: number[]) => unwrap(api.POST("/alerts/seen", { body: { alerts } }));
export const alertsOpened = (messages: number[]) => unwrap(api.POST("/alerts/opened", { body: { messages } }));
export const useShowingAlerts = () =>
  useQuery({ queryKey: keys.showingAlerts, queryFn: () => unwrap(api.GET("/alerts/showing")), refetchInterval: 30_000 });
export const useJournal = (before: number | undefined) =>
  useQuery({
    queryKey: keys.journal(before),
    queryFn: () => unwrap(api.GET("/alerts", { params: { query: { before } } })),
    placeholderData: keepPreviousData,
  });
export const useLoudness = () => useQuery({ queryKey: keys.loudness, queryFn: () => unwrap(api.GET("/alerts/loudness")) });
export const useSounds = () => useQuery({ queryKey: keys.sounds, queryFn: () => unwrap(api.GET("/sounds")) });
export const useAnswerAlert = () =>
  useActMutation(
    ({ id, answer }: { id: number; answer: "open" | "again" | "done" }) =>
      unwrap(api.POST("/alerts/{id}/answer", { params: { path: { id } }, body: { answer } })),
    { tells: "nobody" },
  );
export const useSaveAlertSettings = () =>
  useActMutation((settings: AlertSettings) => unwrap(api.PUT("/alerts/settings", { body: settings })), { tells: "nobody" });
export const useKeepSound = () =>
  useActMutation(
    ({ file, name }: { file: File; name: string }) =>
      unwrap(
        api.POST("/sounds", {
          params: { query: { name } },
          ...bytes(file),
        }),
      ),
    { tells: "inline" },
  );
export const useDeleteSound = () =>
  useActMutation((id: number) => unwrap(api.DELETE("/sounds/{id}", { params: { path: { id } } })));
