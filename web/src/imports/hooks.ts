import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useNavigate } from "@tanstack/react-router";
import { api, take, type Schemas } from "../api/client";
import { draftQuery, draftsQuery } from "../api/changeQueries";
import { importQuery, importsQuery } from "../api/queries";

export type Table = Schemas["ImportView"];
export type Sheet = "PEOPLE" | "GROUPS" | "MEMBERSHIPS" | "ASSIGNMENTS";

/** Brings a file in, as it is, and opens what was read of it, unless whoever brought it has gone elsewhere by then. */
export function useBring() {
  const client = useQueryClient();
  const navigate = useNavigate();
  const { mutate, isPending, error } = useMutation({
    mutationFn: (file: File) =>
      take(
        api.POST("/api/v1/imports", {
          params: { query: { name: file.name.replace(/\.[a-z]+$/i, "") } },
          // the bytes as they are: the server tells what is wrong with their encoding
          body: file.name,
          bodySerializer: () => file,
          headers: { "Content-Type": "text/csv" },
        }),
      ),
    onSuccess: (table) => {
      client.setQueryData(importQuery(table.id).queryKey, table);
      void client.invalidateQueries({ queryKey: importsQuery.queryKey, exact: true });
    },
  });
  const bring = (file: File) =>
    mutate(file, { onSuccess: (table) => void navigate({ to: "/import/$id", params: { id: table.id } }) });
  return { bring, isPending, error };
}

/** What can be done to a table: say what its columns mean, correct a row, make a draft of it. */
export function useTable(table: Table) {
  const client = useQueryClient();
  const navigate = useNavigate();
  const keep = (changed: Table) => client.setQueryData(importQuery(table.id).queryKey, changed);
  const reload = () => void client.invalidateQueries({ queryKey: importQuery(table.id).queryKey });
  const match = useMutation({
    mutationFn: ({ sheet, fields }: { sheet: Sheet; fields: (string | null)[] }) =>
      take(
        api.PUT("/api/v1/imports/{id}/columns", {
          params: { path: { id: table.id } },
          body: { version: table.version, sheet, fields: fields.map((field) => field ?? "") },
        }),
      ),
    onSuccess: keep,
    onError: reload,
  });
  const correct = useMutation({
    mutationFn: ({ line, cells }: { line: number; cells: string[] }) =>
      take(
        api.PUT("/api/v1/imports/{id}/rows/{line}", {
          params: { path: { id: table.id, line } },
          body: { version: table.version, cells },
        }),
      ),
    onSuccess: keep,
    onError: reload,
  });
  const draft = useMutation({
    mutationFn: () => take(api.POST("/api/v1/imports/{id}/draft", { params: { path: { id: table.id } } })),
    onSuccess: (made) => {
      client.setQueryData(draftQuery(made.id).queryKey, made);
      void client.invalidateQueries({ queryKey: draftsQuery.queryKey, exact: true });
      void navigate({ to: "/changes/drafts/$id", params: { id: made.id }, search: { draft: made.id } });
    },
  });
  return { match, correct, draft };
}
