import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useActMutation } from "./acting";
import { api, unwrap } from "./client";
import { type Narrowed } from "./find";
import { keys } from "./keys";

/** What is gone through: all that a view holds, or all that a search finds. */
export type TidySource = { view: number } | { find: { text: string } & Narrowed };
export type Reach = { before?: string; all_but_newest?: boolean };
export type Tidying = Reach & {
  act?: "clear" | "read" | "unread" | "flag" | "unflag" | "discard" | "recover" | "bring_back";
  until?: string;
  label?: string;
  routine?: string;
};
/** How much tidying would touch, and the first of it. */
export const useTidyPreview = (source: TidySource, tidying: Tidying) =>
  useQuery({
    queryKey: keys.tidyPreview(source, tidying),
    queryFn: () => unwrap(api.POST("/tidy", { body: { ...source, ...tidying, preview: true } })),
    placeholderData: keepPreviousData,
  });
export const useTidy = () =>
  useActMutation(
    async (body: TidySource & Tidying) => {
      const { message = "", ...rest } = await unwrap(api.POST("/tidy", { body }));
      return { ...rest, message };
    },
    { tells: "inline" },
  );
export const useDiscarded = () => useQuery({ queryKey: keys.discarded, queryFn: () => unwrap(api.GET("/discarded")) });
export const useKeepDiscarded = () =>
  useActMutation((keep_days: number | null) => unwrap(api.PUT("/discarded", { body: { keep_days } })));
export const useEmptyDiscarded = () => useActMutation(() => unwrap(api.DELETE("/discarded")));
