import { useMutation, useQueryClient } from "@tanstack/react-query";
import { api, take, type Schemas } from "../api/client";
import { saveArchive } from "../api/exports";
import { queryOf, shownKeys, type TableSearch } from "./table";
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

/** Finds people by what was pasted. */
export function useFindPasted(onFound: (found: Schemas["PastedView"][]) => void) {
  return useMutation({
    mutationFn: (texts: string[]) => take(api.POST("/api/v1/people/table/pasted", { body: { texts } })),
    onSuccess: onFound,
  });
}

/** Everybody who passes the filter of the table. */
export function useAllThatMatch(search: TableSearch, onFound: (ids: string[]) => void) {
  return useMutation({
    mutationFn: () => take(api.GET("/api/v1/people/table/ids", { params: { query: queryOf(search) } })),
    onSuccess: onFound,
  });
}

/** Fetches what is shown with its cover sheet, and hands it to the browser as a file. */
export function useHandOver(search: TableSearch) {
  return useMutation({
    mutationFn: async () => {
      const archive: unknown = await take(
        api.POST("/api/v1/people/table/export", {
          params: {
            query: {
              ...queryOf(search),
              sort: search.sort ?? "URGENCY",
              descending: search.desc === true,
              column: shownKeys(search.cols),
            },
          },
          parseAs: "blob",
        }),
      );
      saveArchive(archive, "wexa-people.zip");
    },
  });
}

/** What an act on several people comes to; nothing is kept. */
export function usePrepareMany() {
  return useMutation({
    mutationFn: (wanted: Schemas["ActInput"]) => take(api.POST("/api/v1/people/table/acts", { body: wanted })),
  });
}

/** Sends several people their newest message again; what came of it is told for each who gets none. */
export function useSendAgain() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (people: string[]) => take(api.POST("/api/v1/messages/again", { body: { people } })),
    onSettled: () => client.invalidateQueries({ queryKey: ["messages"] }),
  });
}
