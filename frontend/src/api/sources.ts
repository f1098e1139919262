import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { useActMutation } from "./acting";
import { api, unwrap, bytes } from "./client";
import { keys } from "./keys";

export const useSources = (enabled = true) =>
  useQuery({ queryKey: keys.sources, queryFn: () => unwrap(api.GET("/sources")), enabled });
export const useAddSource = () =>
  useActMutation((given: { path: string; account_id?: number }) => unwrap(api.POST("/sources", { body: given })), {
    tells: "inline",
  });
/** @param mail whether what came by a mailbox stays here, or goes */
export const useRemoveSource = () =>
  useActMutation(({ id, mail = "stays" }: { id: number; mail?: "stays" | "goes" }) =>
    unwrap(api.DELETE("/sources/{id}", { params: { path: { id }, query: { mail } } })),
  );
const useImport = () =>
  useActMutation(
    ({ file, asNew }: { file: File; asNew: boolean }) =>
      unwrap(
        api.POST("/imports", {
          params: { query: { name: file.name.slice(0, 255), as_new: asNew } },
          ...bytes(file),
        }),
      ),
    { tells: "inline" },
  );

/** What became of a file that was brought in. */
export type Brought = { message: string; failed: boolean };

/** Brings files in, one after the other; what became of each stays told until others are brought, or it is forgotten. */
export function useBringing() {
  const bring = useImport();
  const [said, setSaid] = useState<Brought[]>([]);
  const [busy, setBusy] = useState<string>();
  const take = async (files: readonly File[], asNew: boolean) => {
    setSaid([]);
    for (const file of files) {
      setBusy(file.name);
      const told = await bring.mutateAsync({ file, asNew }).then(
        ({ message }) => ({ message, failed: false }),
        (problem: Error) => ({ message: problem.message, failed: true }),
      );
      setSaid((before) => [...before, told]);
    }
    setBusy(undefined);
  };
  return { take, said, busy, forget: () => setSaid([]) };
}
