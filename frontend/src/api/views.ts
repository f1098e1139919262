import { keepPreviousData, useQueries, useQuery } from "@tanstack/react-query";
import { useActMutation } from "./acting";
import { api, unwrap, type ViewBody } from "./client";
import { keys } from "./keys";

export const VIEW_PAGE = 100; // messages that the server gives at once
export const useViews = () => useQuery({ queryKey: keys.views, queryFn: () => unwrap(api.GET("/views")) });
/** The views without their counts, for what needs only to know them. */
export const useViewNames = () =>
  useQuery({
    queryKey: keys.viewNames,
    queryFn: () => unwrap(api.GET("/views", { params: { query: { badges: false } } })),
  });
export const useViewVocabulary = () =>
  useQuery({ queryKey: keys.viewVocabulary, queryFn: () => unwrap(api.GET("/views/vocabulary")) });
export const useView = (id: number | undefined) =>
  useQuery({
    queryKey: keys.view(id),
    queryFn: () => unwrap(api.GET("/views/{id}", { params: { path: { id: id! } } })),
    enabled: id !== undefined,
  });
/** Pages of a view's messages, those that are looked at; each is asked anew when something changes. */
export const useViewPages = (id: number, group: string | undefined, pages: number[]) =>
  useQueries({
    queries: pages.map((page) => ({
      queryKey: keys.viewPage(id, group, page),
      queryFn: () =>
        unwrap(api.GET("/views/{id}/messages", { params: { path: { id }, query: { offset: page * VIEW_PAGE, group } } })),
      placeholderData: keepPreviousData,
      gcTime: 30_000,
    })),
  });
export const useWhyInView = (id: number | undefined, message: number | undefined) =>
  useQuery({
    queryKey: keys.whyInView(id, message),
    queryFn: () => unwrap(api.GET("/views/{id}/why", { params: { path: { id: id! }, query: { message: message! } } })),
    enabled: id !== undefined && message !== undefined,
  });
export const useViewDryRun = (body: ViewBody, id: number | undefined) =>
  useQuery({
    queryKey: keys.viewDryRun(body, id),
    queryFn: ({ signal }) => unwrap(api.POST("/views/dry-run", { body: { body, id }, signal })),
    placeholderData: keepPreviousData,
    gcTime: 10_000,
    retry: false,
  });
export const useGoneThrough = () =>
  useActMutation((id: number) => unwrap(api.POST("/views/{id}/gone-through", { params: { path: { id } } })));
export const useMakeView = () =>
  useActMutation((body: ViewBody) => unwrap(api.POST("/views", { body: { body } })), { tells: "inline" });
export const useChangeView = ({ quiet = false } = {}) =>
  useActMutation(
    ({ id, version, body }: { id: number; version: number; body: ViewBody }) =>
      unwrap(api.PUT("/views/{id}", { params: { path: { id } }, body: { body, version } })),
    { tells: quiet ? "nobody" : "inline" },
  );
export const useDeleteView = () =>
  useActMutation((id: number) => unwrap(api.DELETE("/views/{id}", { params: { path: { id } } })));
export const useMoveView = () =>
  useActMutation(({ id, to }: { id: number; to: number }) =>
    unwrap(api.POST("/views/{id}/place", { params: { path: { id } }, body: { to } })),
  );
