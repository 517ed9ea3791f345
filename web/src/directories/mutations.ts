import { useMutation, useQueryClient } from "@tanstack/react-query";
import { api, take } from "../api/client";
import { useShowDraft } from "../api/drafts";
import { PAIRS, pairsQuery } from "../api/queries";

export function useReadDirectories() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: () => take(api.POST("/api/v1/directory/readings")),
    onSuccess: (fresh) => {
      client.setQueryData(pairsQuery(PAIRS).queryKey, fresh);
      return client.invalidateQueries({ queryKey: ["directory", "pairs"] });
    },
  });
}

/** Says that a person and an entry are not the same human. */
export function useKeepApart() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (body: { directory: string; entry: string; person: string }) =>
      take(api.POST("/api/v1/directory/apart", { body })),
    onSuccess: () => client.invalidateQueries({ queryKey: ["directory", "pairs"] }),
  });
}

/** Drafts the end of a group that is gone from its directory, and shows it. */
export function useRetireGroup() {
  const show = useShowDraft();
  return useMutation({
    mutationFn: (id: string) =>
      take(api.POST("/api/v1/directory/groups/{id}/retirement", { params: { path: { id } } })),
    onSuccess: show,
  });
}

export function usePauseDirectory(key: string) {
  const client = useQueryClient();
  const params = { path: { key } };
  return useMutation({
    mutationFn: (isPaused: boolean) =>
      isPaused
        ? take(api.POST("/api/v1/directory/sources/{key}/pause", { params }))
        : take(api.DELETE("/api/v1/directory/sources/{key}/pause", { params })),
    onSuccess: () => client.invalidateQueries(),
  });
}

export function useDisconnectDirectory(key: string) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: () => take(api.DELETE("/api/v1/directory/sources/{key}", { params: { path: { key } } })),
    onSuccess: () => client.invalidateQueries(),
  });
}
