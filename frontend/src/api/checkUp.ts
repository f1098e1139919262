import { useQuery } from "@tanstack/react-query";
import { useActMutation } from "./acting";
import { api, unwrap } from "./client";
import { keys } from "./keys";

/** @param asked whether it is wanted by now: it takes a while where there are many rules */
export const useCheckUp = ({ asked = true } = {}) =>
  useQuery({ queryKey: keys.checkUp, queryFn: () => unwrap(api.GET("/check-up")), enabled: asked, staleTime: 60_000 });
export const useLeaveAlone = () =>
  useActMutation(
    ({ key, reason }: { key: string; reason: string }) =>
      unwrap(api.POST("/check-up/{key}/left-alone", { params: { path: { key } }, body: { reason } })),
    { tells: "inline" },
  );
export const useLookAgain = () =>
  useActMutation((key: string) => unwrap(api.DELETE("/check-up/{key}/left-alone", { params: { path: { key } } })));
