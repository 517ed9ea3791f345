import { useMutation, useQueryClient } from "@tanstack/react-query";
import { api, take, type Schemas } from "../api/client";
import { draftsQuery } from "../api/changeQueries";
import { saveArchive } from "../api/exports";
import { removalQuery, signInQuery } from "../api/leavingQueries";
import { deskQuery, personQuery } from "../api/queries";

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

/** Asks the tenants whether somebody who is out can still do what they could do. */
export function useAskTenants(person: string) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: () => take(api.POST("/api/v1/people/{id}/removal/questions", { params: { path: { id: person } } })),
    onSuccess: (removal) => client.setQueryData(removalQuery(person).queryKey, removal),
  });
}

/** Has the directory disable the entry of somebody who is out. */
export function useDisableEntry(person: string) {
  const after = useAfterEntry(person);
  return useMutation({
    mutationFn: () =>
      take(api.POST("/api/v1/people/{id}/directory-entry/disable", { params: { path: { id: person } } })),
    onSuccess: after,
  });
}

/** Says that the entry was disabled in the directory by hand. */
export function useConfirmEntry(person: string) {
  const after = useAfterEntry(person);
  return useMutation({
    mutationFn: () =>
      take(api.POST("/api/v1/people/{id}/directory-entry/confirmation", { params: { path: { id: person } } })),
    onSuccess: after,
  });
}

function useAfterEntry(person: string) {
  const client = useQueryClient();
  return async () => {
    void client.invalidateQueries({ queryKey: signInQuery(person).queryKey });
    void client.invalidateQueries({ queryKey: deskQuery.queryKey });
    await client.invalidateQueries({ queryKey: removalQuery(person).queryKey });
  };
}
