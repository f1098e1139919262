import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useActMutation } from "./acting";
import { api, unwrap } from "./client";
import { keys } from "./keys";
import type { components } from "./schema";

export type About = components["schemas"]["About"];
export type AboutGiven = components["requestBodies"]["AboutGiven"]["content"]["application/json"];

/** Who the owner is, with accounts and contacts. */
export const useAbout = () => useQuery({ queryKey: keys.about, queryFn: () => unwrap(api.GET("/about")) });
export const useSaveAbout = () =>
  useActMutation((given: AboutGiven) => unwrap(api.PUT("/about", { body: given })), { tells: "inline" });
/** What a change of that would change. */
export const useAboutPreview = (given: AboutGiven | undefined) =>
  useQuery({
    queryKey: keys.aboutPreview(given),
    queryFn: ({ signal }) => unwrap(api.POST("/about/preview", { body: given!, signal })),
    enabled: given !== undefined,
    placeholderData: keepPreviousData,
    gcTime: 0,
    retry: false,
  });
/** Who is meant by people as they are written or pasted. */
export const readPeople = (text: string) => unwrap(api.POST("/people/read", { body: { text } }));
