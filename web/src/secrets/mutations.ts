import { useMutation, useQueryClient } from "@tanstack/react-query";
import { api, take, type Schemas } from "../api/client";
import { secretsQuery } from "../api/leavingQueries";
import { deskQuery } from "../api/queries";

function useAfterwards() {
  const client = useQueryClient();
  return async () => {
    void client.invalidateQueries({ queryKey: deskQuery.queryKey });
    void client.invalidateQueries({ queryKey: ["people"] });
    await client.invalidateQueries({ queryKey: secretsQuery.queryKey });
  };
}

/** Keeps a new secret, or one that is known otherwise than before. */
export function useKeepSecret(known: string | undefined) {
  const onSuccess = useAfterwards();
  return useMutation({
    mutationFn: (body: Schemas["SecretInput"]) =>
      known === undefined
        ? take(api.POST("/api/v1/secrets", { body }))
        : take(api.PUT("/api/v1/secrets/{id}", { params: { path: { id: known } }, body })),
    onSuccess,
  });
}

export function useSecretChanged(id: string) {
  const onSuccess = useAfterwards();
  return useMutation({
    mutationFn: () => take(api.POST("/api/v1/secrets/{id}/changed", { params: { path: { id } } })),
    onSuccess,
  });
}

export function useForgetSecret(id: string) {
  const onSuccess = useAfterwards();
  return useMutation({
    mutationFn: () => take(api.DELETE("/api/v1/secrets/{id}", { params: { path: { id } } })),
    onSuccess,
  });
}
