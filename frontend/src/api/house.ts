import { skipToken, useQuery } from "@tanstack/react-query";
import { useActMutation } from "./acting";
import { api, unwrap } from "./client";
import { keys } from "./keys";
import type { components } from "./schema";

type Schemas = components["schemas"];
export type Firmness = Schemas["Firmness"];
export type House = Schemas["House"]["houses"][number];
export type HouseRule = Schemas["HouseRuleHere"];
export type Coming = Schemas["ComingEdition"];
export type Publish = {
  publisher: string;
  contact?: string;
  edition: number;
  note?: string;
  holds_from?: string;
  marked: Record<string, Firmness>;
  templates?: string[];
  days_off?: boolean;
};

export const useHouse = () => useQuery({ queryKey: keys.house, queryFn: () => unwrap(api.GET("/house")) });
/** What following would bring; asked when a place is given. */
export const useHousePreview = (place: string | undefined, asked: number) =>
  useQuery({
    queryKey: keys.houseOf("preview", place, asked),
    queryFn: place ? () => unwrap(api.POST("/house/preview", { body: { place } })) : skipToken,
    retry: false,
  });
export const useWaiting = (place: string | undefined) =>
  useQuery({
    queryKey: keys.houseOf("waiting", place),
    queryFn: place ? () => unwrap(api.GET("/house/waiting", { params: { query: { place } } })) : skipToken,
    retry: false,
  });
export const useFollowHouse = () =>
  useActMutation((place: string) => unwrap(api.POST("/house", { body: { place } })), { tells: "inline" });
export const useLeaveHouse = () =>
  useActMutation((place: string) => unwrap(api.DELETE("/house", { params: { query: { place } } })));
export const useTakeEdition = () => useActMutation((place: string) => unwrap(api.POST("/house/take", { body: { place } })));
export const useLookAtHouse = () => useActMutation((place: string) => unwrap(api.POST("/house/look", { body: { place } })));
export const houseSeen = () => unwrap(api.POST("/house/seen"));
export const useSwitchHouseRule = () =>
  useActMutation(({ id, on }: { id: number; on: boolean }) =>
    unwrap(api.PUT("/house/rules/{id}", { params: { path: { id } }, body: { on } })),
  );
export const useWriteToPublisher = () =>
  useActMutation(
    ({ id, ...body }: { id: number; text: string; way: "message" | "file" }) =>
      unwrap(api.POST("/house/rules/{id}/note", { params: { path: { id } }, body })),
    { tells: "inline" },
  );
export const usePublishing = () =>
  useQuery({ queryKey: keys.houseOf("publishing"), queryFn: () => unwrap(api.GET("/house/publishing")) });
export const usePublishPreview = (given: Publish | null) =>
  useQuery({
    queryKey: keys.houseOf("publish", given),
    queryFn: given ? () => unwrap(api.POST("/house/publishing/preview", { body: given })) : skipToken,
    placeholderData: (former) => former,
    retry: false,
  });
export const usePublish = () =>
  useActMutation((given: Publish) => unwrap(api.POST("/house/publishing", { body: given })), { tells: "inline" });
