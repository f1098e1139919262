import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { api, unwrap, type ReplaySide } from "./client";
import { keys } from "./keys";

export type ReplayOf = { a: ReplaySide; b: ReplaySide; days?: number; day?: string };

/** Two rulebooks over the person's own mail; asked once what is wanted is known. Whoever cancels it has it interrupted. */
export const useReplay = (given: ReplayOf | undefined) =>
  useQuery({
    queryKey: keys.replay(given),
    queryFn: ({ signal }) => unwrap(api.POST("/replay", { body: given!, signal })),
    enabled: given !== undefined,
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    gcTime: 60_000,
    retry: false,
  });

/** Why a message comes as it does by both of them. */
export const useBothWhys = ({ a, b }: ReplayOf, message: number) =>
  useQuery({
    queryKey: keys.bothWhys(a, b, message),
    queryFn: () => unwrap(api.POST("/replay/whys", { body: { a, b, message } })),
    retry: false,
  });
