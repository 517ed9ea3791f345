import { useMutation, useQueryClient } from "@tanstack/react-query";
import { api, take } from "../api/client";
import { longWorkQuery } from "../api/changeQueries";

/** Calls long work off; it ends at its next look. */
export function useCancelWork(id: string) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: () => take(api.POST("/api/v1/work/{id}/cancel", { params: { path: { id } } })),
    onSettled: () => client.invalidateQueries({ queryKey: longWorkQuery.queryKey }),
  });
}
