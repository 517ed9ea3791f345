import { useMutation, useQueryClient } from "@tanstack/react-query";
import { api, take } from "../api/client";
import type { Narrowed, ReportKind } from "../api/reportQueries";
import { saveArchive } from "../api/exports";

/** Fetches the whole report with its cover, and hands it to the browser as a file. */
export function useExport(kind: ReportKind, narrowed: Narrowed) {
  return useMutation({
    mutationFn: async () => {
      const archive: unknown = await take(
        api.POST("/api/v1/reports/{kind}/export", {
          params: { path: { kind }, query: narrowed },
          parseAs: "blob",
        }),
      );
      saveArchive(archive, `wexa-${kind.toLowerCase()}${narrowed.day === undefined ? "" : `-${narrowed.day}`}.zip`);
    },
  });
}

interface ComparedList {
  list: File;
  from: string;
  until: string;
}

/** The list is sent as it is: the server tells what is wrong with it. */
const sent = ({ list, from, until }: ComparedList) => ({
  params: { query: { from: from === "" ? undefined : from, until: until === "" ? undefined : until } },
  body: list.name,
  bodySerializer: () => list,
  headers: { "Content-Type": "text/csv" },
});

/** Compares the leavers on record with a list from personnel. */
export function useComparison() {
  return useMutation({
    mutationFn: (compared: ComparedList) => take(api.POST("/api/v1/reports/leavers/comparison", sent(compared))),
  });
}

export function useExportComparison() {
  return useMutation({
    mutationFn: async (compared: ComparedList) =>
      saveArchive(
        await take(api.POST("/api/v1/reports/leavers/comparison/export", { ...sent(compared), parseAs: "blob" })),
        "wexa-leavers-compared.zip",
      ),
  });
}

export function useSetPrice(tenant: string, kind: string) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (amount: number | undefined) =>
      take(
        api.PUT("/api/v1/reports/seats/prices/{tenant}/{kind}", {
          params: { path: { tenant, kind } },
          body: amount === undefined ? {} : { amount },
        }),
      ),
    onSuccess: () => client.invalidateQueries({ queryKey: ["reports"] }),
  });
}
