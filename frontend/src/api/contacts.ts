import { useQuery } from "@tanstack/react-query";
import { useActMutation } from "./acting";
import { api, bytes, unwrap } from "./client";
import { keys } from "./keys";
import type { components } from "./schema";

export type Contact = components["schemas"]["Contact"];
export type ContactGiven = components["schemas"]["ContactGiven"];
export type Offered = components["schemas"]["Contacts"]["gather"][number];

export const useContacts = () => useQuery({ queryKey: keys.contacts, queryFn: () => unwrap(api.GET("/contacts")) });
/** @param was an address of the one that is changed; a new one without */
export const useSaveContact = () =>
  useActMutation(
    ({ was, ...body }: ContactGiven & { was?: string }) =>
      was === undefined ? unwrap(api.POST("/contacts", { body })) : unwrap(api.PUT("/contacts", { body: { ...body, was } })),
    { tells: "inline" },
  );
export const useRemoveContacts = () =>
  useActMutation((list: string[]) => unwrap(api.POST("/contacts/remove", { body: { keys: list } })));
export const useMergeContacts = () =>
  useActMutation((list: string[]) => unwrap(api.POST("/contacts/merge", { body: { keys: list } })));
export const useGatherContacts = () =>
  useActMutation((people: { address: string; name: string }[]) => unwrap(api.POST("/contacts/gather", { body: { people } })));
export const useBringInCards = () => useActMutation((file: File) => unwrap(api.POST("/contacts.vcf", bytes(file))));
