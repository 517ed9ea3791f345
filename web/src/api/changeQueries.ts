import { infiniteQueryOptions, queryOptions } from "@tanstack/react-query";
import { api, take } from "./client";

/** All live drafts, a page at a time, the last touched first. */
export const liveDraftsQuery = infiniteQueryOptions({
  queryKey: ["drafts", "live"],
  queryFn: ({ pageParam, signal }) =>
    take(api.GET("/api/v1/drafts/live", { signal, params: { query: { from: pageParam } } })),
  initialPageParam: 0,
  getNextPageParam: (page, pages) => {
    const read = pages.reduce((sum, one) => sum + one.drafts.length, 0);
    return page.drafts.length > 0 && read < page.total ? read : undefined;
  },
});

export const draftsQuery = queryOptions({
  queryKey: ["drafts"],
  queryFn: () => take(api.GET("/api/v1/drafts")),
});

export const draftQuery = (id: string) =>
  queryOptions({
    queryKey: ["drafts", id],
    queryFn: ({ signal }) => take(api.GET("/api/v1/drafts/{id}", { signal, params: { path: { id } } })),
  });

export const jobsQuery = queryOptions({
  queryKey: ["jobs"],
  queryFn: () => take(api.GET("/api/v1/jobs")),
});

/** What takes long and is going on besides jobs: readings, imports, reports, searches. */
export const longWorkQuery = queryOptions({
  queryKey: ["work"],
  queryFn: () => take(api.GET("/api/v1/work")),
});

/** So many of the newest stand in the table. */
export const MOST_JOBS = 2_000;

export const allJobsQuery = queryOptions({
  queryKey: ["jobs", "all"],
  queryFn: ({ signal }) => take(api.GET("/api/v1/jobs", { signal, params: { query: { limit: MOST_JOBS } } })),
  refetchInterval: 10_000,
});

export const jobQuery = (id: string) =>
  queryOptions({
    queryKey: ["jobs", id],
    queryFn: ({ signal }) => take(api.GET("/api/v1/jobs/{id}", { signal, params: { path: { id } } })),
    // events tell of changes at once; asking now and then finds those that were missed
    refetchInterval: (query) => (query.state.data?.state === "RUNNING" ? 3_000 : false),
  });

export const reviewQuery = (id: string, version: number) =>
  queryOptions({
    queryKey: ["drafts", id, "review", version],
    queryFn: ({ signal }) => take(api.GET("/api/v1/drafts/{id}/review", { signal, params: { path: { id } } })),
    placeholderData: (previous) => previous,
  });

/** Pages of a draft's entries after the first, for drafts that are too long to come whole. */
export const entriesQuery = (id: string, version: number) =>
  infiniteQueryOptions({
    queryKey: ["drafts", id, "entries", version],
    queryFn: ({ pageParam, signal }) =>
      take(
        api.GET("/api/v1/drafts/{id}/entries", {
          signal,
          params: { path: { id }, query: { from: pageParam, limit: 200 } },
        }),
      ),
    initialPageParam: 0,
    getNextPageParam: (last, pages) => {
      const read = pages.reduce((sum, page) => sum + page.entries.length, 0);
      return last.entries.length > 0 && read < last.total ? read : undefined;
    },
  });

export const draftMessagesQuery = (id: string, version: number) =>
  queryOptions({
    queryKey: ["drafts", id, "messages", version],
    queryFn: ({ signal }) => take(api.GET("/api/v1/drafts/{id}/messages", { signal, params: { path: { id } } })),
    placeholderData: (previous) => previous,
  });

export const missingAccountsQuery = (id: string, version: number) =>
  queryOptions({
    queryKey: ["drafts", id, "missing-accounts", version],
    queryFn: ({ signal }) =>
      take(api.GET("/api/v1/drafts/{id}/missing-accounts", { signal, params: { path: { id } } })),
    placeholderData: (previous) => previous,
  });

/** What one lacks oneself to apply the draft. */
export const lacksQuery = (id: string, version: number) =>
  queryOptions({
    queryKey: ["drafts", id, "lacks", version],
    queryFn: ({ signal }) => take(api.GET("/api/v1/drafts/{id}/lacks", { signal, params: { path: { id } } })),
    placeholderData: (previous) => previous,
  });

/** Whether a draft needs a second person, and how far that is. */
export const approvalQuery = (id: string, version: number) =>
  queryOptions({
    queryKey: ["drafts", id, "approval", version],
    queryFn: ({ signal }) => take(api.GET("/api/v1/drafts/{id}/approval", { signal, params: { path: { id } } })),
    placeholderData: (previous) => previous,
  });

/** When a draft is applied by itself, if it is. */
export const scheduleQuery = (id: string, version: number) =>
  queryOptions({
    queryKey: ["drafts", id, "schedule", version],
    queryFn: ({ signal }) => take(api.GET("/api/v1/drafts/{id}/schedule", { signal, params: { path: { id } } })),
  });

/** Which drafts need a second person. */
export const approvalPolicyQuery = queryOptions({
  queryKey: ["approval-policy"],
  queryFn: ({ signal }) => take(api.GET("/api/v1/approval-policy", { signal })),
});

export const changesetQuery = (version: number) =>
  queryOptions({
    queryKey: ["changesets", version],
    queryFn: ({ signal }) => take(api.GET("/api/v1/changesets/{version}", { signal, params: { path: { version } } })),
  });

/** What of a changeset is still to begin or end. */
export const changesetComingQuery = (version: number) =>
  queryOptions({
    queryKey: ["changesets", version, "coming"],
    queryFn: ({ signal }) =>
      take(api.GET("/api/v1/changesets/{version}/coming", { signal, params: { path: { version } } })),
  });

/** Whom and what a changeset is about, by a text in the name. */
export const changesetAboutQuery = (version: number, q: string) =>
  queryOptions({
    queryKey: ["changesets", version, "about", q],
    queryFn: ({ signal }) =>
      take(api.GET("/api/v1/changesets/{version}/about", { signal, params: { path: { version }, query: { q } } })),
    placeholderData: (previous) => previous,
  });

export const changesetsQuery = queryOptions({
  queryKey: ["changesets"],
  queryFn: () => take(api.GET("/api/v1/changesets")),
});
