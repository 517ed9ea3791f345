import { useMutation, useQueryClient } from "@tanstack/react-query";
import { api, take, type Schemas } from "../api/client";
import { catalogueQuery, setupQuery, unitsQuery } from "../api/queries";

export function useProbeDirectory() {
  return useMutation({
    mutationFn: (body: Schemas["NewSource"]) => take(api.POST("/api/v1/directory/sources/probe", { body })),
  });
}

/** Connects a directory, or reaches a known one otherwise. */
export function useConnectDirectory(known: string | undefined) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (body: Schemas["NewSource"]) =>
      known === undefined
        ? take(api.POST("/api/v1/directory/sources", { body }))
        : take(api.PUT("/api/v1/directory/sources/{key}", { params: { path: { key: known } }, body })),
    onSuccess: () => client.invalidateQueries(),
  });
}

export function useMakeUnit() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (body: { name: string; key: string; parent?: string }) => take(api.POST("/api/v1/units", { body })),
    onSuccess: () =>
      Promise.all([
        client.invalidateQueries({ queryKey: unitsQuery.queryKey }),
        client.invalidateQueries({ queryKey: setupQuery.queryKey }),
        client.invalidateQueries({ queryKey: catalogueQuery.queryKey }),
      ]),
  });
}
