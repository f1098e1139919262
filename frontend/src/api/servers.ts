import { skipToken, useQuery } from "@tanstack/react-query";
import { useActMutation } from "./acting";
import { api, unwrap } from "./client";
import { keys } from "./keys";
import type { components } from "./schema";

export type ServerRead = NonNullable<components["schemas"]["ServerRead"]>;
export type ServerAccess = components["schemas"]["ServerAccess"];
export type FolderRole = components["schemas"]["FolderRole"];
export type FolderRoles = components["schemas"]["FolderRoles"];
type Connecting = ServerAccess & { account_id?: number; days?: number | null; write_back?: boolean; folders?: FolderRoles };
type Change = NonNullable<Parameters<typeof changeServer>[1]>;

const at = (id: number) => ({ params: { path: { id } } });
const changeServer = (
  id: number,
  body: Partial<Omit<ServerAccess, "port">> & {
    port?: number;
    days?: number | null;
    write_back?: boolean;
    paused?: boolean;
    folders?: FolderRoles;
  },
) => unwrap(api.PUT("/sources/{id}/server", { ...at(id), body }));

/** Looks at a mailbox on a server, and keeps nothing. */
export const useTryServer = () =>
  useActMutation(
    (body: ServerAccess & { source?: number }) =>
      unwrap(api.POST("/servers/try", { body })).then((found) => ({ ...found, message: found.greeting })),
    { tells: "nobody" },
  );
export const useUsualServer = () =>
  useActMutation((address: string) => unwrap(api.POST("/servers/usual", { body: { address } })), { tells: "nobody" });
export const useConnectServer = () =>
  useActMutation((body: Connecting) => unwrap(api.POST("/servers", { body })), { tells: "inline" });
export const useChangeServer = (id: number) => useActMutation((change: Change) => changeServer(id, change), { tells: "inline" });
export const useRetryServer = () => useActMutation((id: number) => unwrap(api.POST("/sources/{id}/retry", at(id))));
/** How many messages came by it and by no other way, once that is asked. */
export const useOnlyFrom = (id: number | undefined) =>
  useQuery({
    queryKey: keys.onlyFrom(id),
    queryFn: id === undefined ? skipToken : () => unwrap(api.GET("/sources/{id}/only", at(id))),
  });
