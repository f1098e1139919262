import { useQuery } from "@tanstack/react-query";
import { useActMutation } from "./acting";
import { api, unwrap } from "./client";
import { keys } from "./keys";

export const useSessions = () => useQuery({ queryKey: keys.sessions, queryFn: () => unwrap(api.GET("/sessions")) });
export const useSignIn = () =>
  useActMutation((given: { passphrase: string; keep: boolean }) => unwrap(api.POST("/sign-in", { body: given })), {
    tells: "nobody",
  });
export const useSignOut = () => useActMutation(() => unwrap(api.DELETE("/sign-in")), { tells: "nobody" });
export const useEndSession = () =>
  useActMutation((id: number) => unwrap(api.DELETE("/sessions/{id}", { params: { path: { id } } })));
export const useOthersOut = () => useActMutation(() => unwrap(api.DELETE("/sessions")));
export const useSetPassphrase = () =>
  useActMutation((given: { passphrase: string; current?: string }) => unwrap(api.PUT("/passphrase", { body: given })), {
    tells: "inline",
  });
