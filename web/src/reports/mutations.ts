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
