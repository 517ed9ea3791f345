import { useMutation, useQueryClient, type QueryClient } from "@tanstack/react-query";
import { useNavigate } from "@tanstack/react-router";
import { draftQuery, jobQuery } from "../api/changeQueries";
import { api, Problem, take, type Schemas } from "../api/client";
import { draftTextQuery, keepDraft, reload, useShowDraft, type Draft } from "../api/drafts";

export interface Applying {
  requestId: string;
  draftVersion: number;
  digest: string;
}

/** Applies a draft and shows its job, or what was applied where no tenant has to do anything. */
export function useApply(id: string) {
  const client = useQueryClient();
  const navigate = useNavigate();
  return useMutation({
    mutationFn: (body: Applying) => take(api.POST("/api/v1/drafts/{id}/apply", { params: { path: { id } }, body })),
    onSuccess: async (result) => {
      await client.invalidateQueries();
      if (result.job) {
        await navigate({ to: "/changes/jobs/$id", params: { id: result.job }, search: { draft: undefined } });
      } else {
        await navigate({
          to: "/changes/versions/$version",
          params: { version: String(result.changeset) },
          search: { draft: undefined },
        });
      }
    },
    onError: (failure) => {
      if (failure instanceof Problem && failure.status === 409) {
        void client.invalidateQueries({ queryKey: draftQuery(id).queryKey });
      }
    },
  });
}

/** After something was asked or answered, the draft, the Desk and the log say something else. */
function useAskAgain() {
  const client = useQueryClient();
  return () => client.invalidateQueries();
}

export function useAskForApproval(id: string) {
  const again = useAskAgain();
  return useMutation({
    mutationFn: (body: { digest: string; note: string }) =>
      take(api.POST("/api/v1/drafts/{id}/approval", { params: { path: { id } }, body })),
    onSettled: again,
  });
}

export function useAnswerApproval(id: string) {
  const again = useAskAgain();
  return useMutation({
    mutationFn: (body: { digest: string; isApproved: boolean; note: string }) =>
      take(api.POST("/api/v1/drafts/{id}/approval/answer", { params: { path: { id } }, body })),
    onSettled: again,
  });
}

export function useSchedule(id: string) {
  const again = useAskAgain();
  return useMutation({
    mutationFn: (body: Schemas["ScheduleInput"]) =>
      take(api.PUT("/api/v1/drafts/{id}/schedule", { params: { path: { id } }, body })),
    onSettled: again,
  });
}

export function useUnschedule(id: string) {
  const again = useAskAgain();
  return useMutation({
    mutationFn: () => take(api.DELETE("/api/v1/drafts/{id}/schedule", { params: { path: { id } } })),
    onSettled: again,
  });
}

/** Drafts the way back of a changeset, for all or for one object, and shows it. */
export function useUndo(version: number) {
  const show = useShowDraft();
  return useMutation({
    mutationFn: (query: { about: string | undefined; takesRest: boolean }) =>
      take(api.POST("/api/v1/changesets/{version}/undo", { params: { path: { version }, query } })),
    onSuccess: show,
  });
}

/** Replaces the draft by a text that was typed over one of its versions. */
export function useSaveText(id: string) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: ({ over, text }: { over: number; text: string }) =>
      take(
        api.PUT("/api/v1/drafts/{id}/text", {
          params: { path: { id }, header: { "If-Match": `"${over}"` } },
          body: text,
          bodySerializer: (body) => body,
          headers: { "Content-Type": "text/plain; charset=UTF-8" },
        }),
      ),
    onSuccess: async (saved) => {
      keepDraft(client, saved);
      await client.ensureQueryData(draftTextQuery(saved.id, saved.version));
    },
    onError: (failure) => reload(client, id, failure),
  });
}

/** Adds what opens the accounts that are missing for what the draft gives. */
export function useOpenMissingAccounts(draft: Draft) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: () =>
      take(
        api.POST("/api/v1/drafts/{id}/missing-accounts", {
          params: { path: { id: draft.id }, header: { "If-Match": `"${draft.version}"` } },
        }),
      ),
    onSuccess: (next) => keepDraft(client, next),
  });
}

const jobAgain = (client: QueryClient, job: string) => () =>
  client.invalidateQueries({ queryKey: jobQuery(job).queryKey });

export function useStopJob(id: string) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (reason: string) =>
      take(api.POST("/api/v1/jobs/{id}/stop", { params: { path: { id } }, body: { reason } })),
    onSettled: jobAgain(client, id),
  });
}

export function useRepeatStep(job: string, step: string) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: () => take(api.POST("/api/v1/jobs/steps/{step}/again", { params: { path: { step } } })),
    onSettled: jobAgain(client, job),
  });
}

export function useSkipStep(job: string, step: string) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (reason: string) =>
      take(api.POST("/api/v1/jobs/steps/{step}/skip", { params: { path: { step } }, body: { reason } })),
    onSettled: jobAgain(client, job),
  });
}
