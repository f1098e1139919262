import { useQuery } from "@tanstack/react-query";
import { useActMutation, type TellsBy } from "./acting";
import { api, unwrap } from "./client";
import { keys } from "./keys";

export const useHistory = () => useQuery({ queryKey: keys.history, queryFn: () => unwrap(api.GET("/history")) });
export const useStopJob = () => useActMutation((id: number) => unwrap(api.POST("/jobs/{id}/stop", { params: { path: { id } } })));
export const useKeepHistory = () => useActMutation((keep_days: number) => unwrap(api.PUT("/history", { body: { keep_days } })));
/** The last act that is not taken back yet, and again the one before. */
export const useUndoLast = () => useActMutation(() => unwrap(api.POST("/undo")));
export const useUndo = ({ tells }: { tells?: TellsBy } = {}) =>
  useActMutation((id: number) => unwrap(api.POST("/undo/{id}", { params: { path: { id } } })), { tells });
