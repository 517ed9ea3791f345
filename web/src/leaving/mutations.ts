import { useMutation, useQueryClient } from "@tanstack/react-query";
import { api, take, type Schemas } from "../api/client";
import { draftsQuery } from "../api/changeQueries";
import { saveArchive } from "../api/exports";
import { personQuery, signInQuery } from "../api/queries";

/** Saves the record of a removal with its cover. */
export function useExportRemoval(person: string) {
  return useMutation({
    mutationFn: async () =>
      saveArchive(
        await take(
          api.POST("/api/v1/people/{id}/removal/export", { params: { path: { id: person } }, parseAs: "blob" }),
        ),
        "wexa-removal.zip",
      ),
  });
}

/** Closes somebody's sign-in everywhere, now. */
export function useCloseSignIn(person: string) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (why: Schemas["CloseInput"]) =>
      take(api.POST("/api/v1/people/{id}/sign-in/close", { params: { path: { id: person } }, body: why })),
    onSuccess: (closed) => {
      client.setQueryData(signInQuery(person).queryKey, closed.view);
      void client.invalidateQueries({ queryKey: personQuery(person).queryKey });
      void client.invalidateQueries({ queryKey: draftsQuery.queryKey });
    },
  });
}
