import { useMutation, useQueryClient } from "@tanstack/react-query";
import { api, take } from "../api/client";
import { personQuery, whyQuery, type Cell } from "../api/queries";

/** Asks the tenant itself; the answer is shown for now, whatever day is looked at. */
export function useAskTenant(person: string, cell: Cell, at: string | undefined) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: () => take(api.POST("/api/v1/people/{id}/ask", { params: { path: { id: person } }, body: cell })),
    onSuccess: (answer) => {
      client.setQueryData(whyQuery(person, cell, undefined).queryKey, answer);
      void client.invalidateQueries({ queryKey: whyQuery(person, cell, at).queryKey });
      void client.invalidateQueries({ queryKey: personQuery(person).queryKey });
    },
  });
}
