import { useQuery } from "@tanstack/react-query";
import { useActMutation } from "./acting";
import { api, unwrap, bytes } from "./client";
import { keys } from "./keys";

export const useSources = () => useQuery({ queryKey: keys.sources, queryFn: () => unwrap(api.GET("/sources")) });
export const useAddSource = () =>
  useActMutation((given: { path: string; account_id?: number }) => unwrap(api.POST("/sources", { body: given })), {
    tells: "inline",
  });
export const useRemoveSource = () =>
  useActMutation((id: number) => unwrap(api.DELETE("/sources/{id}", { params: { path: { id } } })));
export const useImport = () =>
  useActMutation(({ file, asNew }: { file: File; asNew: boolean }) =>
    unwrap(
      api.POST("/imports", {
        params: { query: { name: file.name.slice(0, 255), as_new: asNew } },
        ...bytes(file),
      }),
    ),
  );
