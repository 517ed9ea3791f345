import { useMutation, useQueryClient } from "@tanstack/react-query";
import { api, take, type Schemas } from "../api/client";
import { useShowDraft } from "../api/drafts";

/** Drafts the move of everybody from a role to another one, and shows it. */
export function useReplaceRole(id: string) {
  const show = useShowDraft();
  return useMutation({
    mutationFn: (by: string) =>
      take(api.POST("/api/v1/roles/{id}/replacement", { params: { path: { id } }, body: { by } })),
    onSuccess: show,
  });
}

export function useSetNamingRule() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (body: Schemas["NamingRuleInput"]) => take(api.PUT("/api/v1/naming-rule", { body })),
    onSuccess: () => client.invalidateQueries(),
  });
}
