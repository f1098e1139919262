import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { api, unwrap, type InkThing } from "./client";
import { keys } from "./keys";

export const useInks = () => useQuery({ queryKey: keys.inks, queryFn: () => unwrap(api.GET("/inks")) });
export const useInkDryRun = (thing: InkThing) =>
  useQuery({
    queryKey: keys.inkDryRun(thing),
    queryFn: ({ signal }) => unwrap(api.POST("/inks/dry-run", { body: thing, signal })),
    placeholderData: keepPreviousData,
    gcTime: 10_000,
    retry: false,
  });
export const useWearing = (name: string | undefined) =>
  useQuery({
    queryKey: keys.wearing(name),
    queryFn: () => unwrap(api.GET("/inks/wearing", { params: { query: { name: name! } } })),
    enabled: name !== undefined,
  });
