import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useActMutation } from "./acting";
import { api, unwrap, bytes } from "./client";
import { keys } from "./keys";

/** What is personal in what goes along with the rulebook's file. */
export const usePersonal = () => useQuery({ queryKey: keys.personal, queryFn: () => unwrap(api.GET("/rulebook/personal")) });
export type FilterWish = { close: boolean; away: boolean };
/** What a server's mail filter can do of the rules in force. */
export const useServerFilter = (wish: FilterWish) =>
  useQuery({
    queryKey: keys.serverFilter(wish),
    queryFn: () => unwrap(api.GET("/rulebook/filter", { params: { query: wish } })),
    placeholderData: keepPreviousData,
  });
export const useThings = () => useQuery({ queryKey: keys.things, queryFn: () => unwrap(api.GET("/things")) });
export type RulebookFile = {
  text: string;
  way: "add" | "replace";
  choices: Record<string, "mine" | "theirs" | "both" | "make" | "leave">;
};
export const useRulebookPreview = (file: RulebookFile | undefined) =>
  useQuery({
    queryKey: keys.rulebookPreview(file),
    queryFn: () => unwrap(api.POST("/rulebook/preview", { body: file! })),
    enabled: file !== undefined,
    placeholderData: keepPreviousData,
    retry: false,
  });
export const useLetThrough = () => useQuery({ queryKey: keys.letThrough, queryFn: () => unwrap(api.GET("/let-through")) });
export const readCards = (file: File) =>
  unwrap(
    api.POST("/contact-cards", {
      ...bytes(file),
    }),
  );
export type Kind = "groups" | "labels" | "inks" | "templates";
export const useSaveThing = () =>
  useActMutation(
    ({ kind, was, thing }: { kind: Kind; was?: string; thing: { name: string } & Record<string, unknown> }) =>
      unwrap(api.PUT("/things/{kind}", { params: { path: { kind } }, body: { was, thing } as never })),
    { tells: "inline" },
  );
export const useDeleteThing = () =>
  useActMutation(({ kind, name }: { kind: Kind; name: string }) =>
    unwrap(api.DELETE("/things/{kind}", { params: { path: { kind }, query: { name } } })),
  );
export const useSaveLetThrough = () =>
  useActMutation((given: { people: string[]; words: string[] }) => unwrap(api.PUT("/let-through", { body: given })), {
    tells: "inline",
  });
export const useBringIn = () =>
  useActMutation((file: RulebookFile) => unwrap(api.POST("/rulebook", { body: file })), { tells: "inline" });
