import { useMutation, useQueryClient } from "@tanstack/react-query";
import { api, take, type Schemas } from "../api/client";
import { policiesQuery, servicesQuery } from "../api/queries";

export function useMakeProgram() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (body: { name: string; days: number }) => take(api.POST("/api/v1/services", { body })),
    onSuccess: () => client.invalidateQueries({ queryKey: servicesQuery.queryKey }),
  });
}

export function useEndProgram(id: string) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: () => take(api.DELETE("/api/v1/services/{id}", { params: { path: { id } } })),
    onSettled: () => client.invalidateQueries({ queryKey: servicesQuery.queryKey }),
  });
}

export function useSetPolicy(origin: Schemas["PolicyView"]["origin"]) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (body: Schemas["PolicyInput"]) =>
      take(api.PUT("/api/v1/policies/{origin}", { params: { path: { origin } }, body })),
    onSuccess: () => client.invalidateQueries({ queryKey: policiesQuery.queryKey }),
  });
}
