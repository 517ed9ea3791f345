import { useMutation } from "@tanstack/react-query";
import { saveFile } from "../ui/saveFile";
import { api, take, type Schemas } from "./client";

/** Hands an archive that the server made to the browser as a file. */
export function saveArchive(archive: unknown, name: string) {
  if (!(archive instanceof Blob)) {
    throw new Error("The export came back empty. Try again.");
  }
  saveFile(archive, name);
}

/** What a list shows, with its cover. */
export function useExportList() {
  return useMutation({
    mutationFn: async (shown: Schemas["ListInput"]) =>
      saveArchive(
        await take(api.POST("/api/v1/exports/lists", { body: shown, parseAs: "blob" })),
        `wexa-${shown.list.toLowerCase()}.zip`,
      ),
  });
}

/** Everybody in conflict with a rule, with a cover. */
export function useExportConflicts() {
  return useMutation({
    mutationFn: async () =>
      saveArchive(await take(api.POST("/api/v1/roles/conflicts/export", { parseAs: "blob" })), "wexa-conflicts.zip"),
  });
}

/** Roles, permission sets or people side by side, with a cover. */
export function useExportCompared() {
  return useMutation({
    mutationFn: async (of: string[]) =>
      saveArchive(
        await take(api.POST("/api/v1/roles/compare/export", { params: { query: { of } }, parseAs: "blob" })),
        "wexa-comparison.zip",
      ),
  });
}

/** Lines of the log, with their cover. */
export function useExportLog() {
  return useMutation({
    mutationFn: async (wanted: Schemas["LogInput"]) =>
      saveArchive(await take(api.POST("/api/v1/exports/log", { body: wanted, parseAs: "blob" })), "wexa-log.zip"),
  });
}
