import { useMutation, useQueryClient } from "@tanstack/react-query";
import { api, take } from "../api/client";
import { deskQuery } from "../api/queries";

/** Says that nothing else changes with a job change that was brought. */
export function useSettleMove(person: string) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: () => take(api.POST("/api/v1/people/{id}/move/settled", { params: { path: { id: person } } })),
    onSuccess: async () => {
      void client.invalidateQueries({ queryKey: deskQuery.queryKey });
      await client.invalidateQueries({ queryKey: ["people", person, "move"] });
    },
  });
}
