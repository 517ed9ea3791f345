import { infiniteQueryOptions, QueryClient, queryOptions } from "@tanstack/react-query";
import { api, Problem, take, type Schemas } from "./client";

export const queryClient = new QueryClient({
  defaultOptions: {
    queries: {
      staleTime: 5_000,
      retry: (count, failure) => count < 2 && !(failure instanceof Problem && failure.status >= 400),
      refetchOnWindowFocus: true,
    },
  },
});

export const sessionQuery = queryOptions({
  queryKey: ["session"],
  queryFn: async () => {
    try {
      return await take(api.GET("/api/v1/session"));
    } catch (failure) {
      if (failure instanceof Problem && failure.status === 401) {
        return null;
      }
      throw failure;
    }
  },
  staleTime: 60_000,
});

export const firstQuery = queryOptions({
  queryKey: ["first"],
  queryFn: () => take(api.GET("/api/v1/first")),
  staleTime: 60_000,
});

export const ownQuery = queryOptions({
  queryKey: ["own"],
  queryFn: () => take(api.GET("/api/v1/me")),
});

/** Newest first; older pages are asked for from the last event on. */
export const securityLogQuery = (wanted: {
  login?: string | undefined;
  kind?: Schemas["EventView"]["kind"] | undefined;
}) =>
  infiniteQueryOptions({
    queryKey: ["security-log", wanted],
    queryFn: ({ pageParam, signal }) =>
      take(
        api.GET("/api/v1/security-log", {
          signal,
          params: {
            query: {
              ...(wanted.login === undefined ? {} : { login: wanted.login }),
              ...(wanted.kind === undefined ? {} : { kind: wanted.kind }),
              ...(pageParam === undefined ? {} : { beforeAt: pageParam.at, beforeId: pageParam.id }),
            },
          },
        }),
      ),
    initialPageParam: undefined as Schemas["EventView"] | undefined,
    getNextPageParam: (page) => page.next ?? undefined,
  });

export const administratorsQuery = queryOptions({
  queryKey: ["administrators"],
  queryFn: () => take(api.GET("/api/v1/administrators")),
});

export const servicesQuery = queryOptions({
  queryKey: ["services"],
  queryFn: () => take(api.GET("/api/v1/services")),
  refetchInterval: 15_000,
});

export const policiesQuery = queryOptions({
  queryKey: ["policies"],
  queryFn: () => take(api.GET("/api/v1/policies")),
});

export const heldQuery = queryOptions({
  queryKey: ["policies", "held"],
  queryFn: () => take(api.GET("/api/v1/policies/held")),
  refetchInterval: 15_000,
});

export const messagesQuery = (states: readonly Schemas["MessageView"]["state"][]) =>
  infiniteQueryOptions({
    queryKey: ["messages", "list", states],
    queryFn: ({ pageParam, signal }) =>
      take(api.GET("/api/v1/messages", { signal, params: { query: { state: [...states], before: pageParam } } })),
    initialPageParam: undefined as string | undefined,
    getNextPageParam: (page) => page.next ?? undefined,
    placeholderData: (previous) => previous,
    refetchInterval: 10_000,
  });

/** So many of the newest stand in the table. */
export const MOST_MESSAGES = 2_000;

export const allMessagesQuery = queryOptions({
  queryKey: ["messages", "all"],
  queryFn: async ({ signal }) =>
    (await take(api.GET("/api/v1/messages", { signal, params: { query: { limit: MOST_MESSAGES } } }))).messages,
  refetchInterval: 10_000,
});

export const messageQuery = (id: string) =>
  queryOptions({
    queryKey: ["messages", "one", id],
    queryFn: ({ signal }) => take(api.GET("/api/v1/messages/{id}", { signal, params: { path: { id } } })),
    refetchInterval: 5_000,
  });

export const messagesAboutQuery = (person: string) =>
  queryOptions({
    queryKey: ["messages", "about", person],
    queryFn: ({ signal }) => take(api.GET("/api/v1/messages/about/{person}", { signal, params: { path: { person } } })),
  });

export const templatesQuery = queryOptions({
  queryKey: ["messages", "templates"],
  queryFn: () => take(api.GET("/api/v1/messages/templates")),
});

/** A text as somebody would get it; what was readable last stays while something is wrong. */
export const sampleQuery = (occasion: Schemas["MessageView"]["occasion"], subject: string, body: string) =>
  queryOptions({
    queryKey: ["messages", "sample", occasion, subject, body],
    queryFn: ({ signal }) =>
      take(
        api.POST("/api/v1/messages/templates/{occasion}/sample", {
          signal,
          params: { path: { occasion } },
          body: { subject, body },
        }),
      ),
    placeholderData: (previous) => previous,
  });

/** The first so many pairs of each directory; what reads the directories answers with the first two hundred. */
export const PAIRS = 200;

export const pairsQuery = (limit: number) =>
  queryOptions({
    queryKey: ["directory", "pairs", limit],
    queryFn: ({ signal }) => take(api.GET("/api/v1/directory/pairs", { signal, params: { query: { limit } } })),
    placeholderData: (before) => before,
  });

export const setupQuery = queryOptions({
  queryKey: ["setup"],
  queryFn: () => take(api.GET("/api/v1/setup")),
});

export const unitsQuery = queryOptions({
  queryKey: ["units"],
  queryFn: () => take(api.GET("/api/v1/units")),
});

export const accountsQuery = (tenant: string) =>
  queryOptions({
    queryKey: ["tenants", tenant, "accounts"],
    queryFn: ({ signal }) =>
      take(api.GET("/api/v1/tenants/{id}/accounts", { signal, params: { path: { id: tenant } } })),
  });

/** The organisation's own fields of people. */
export const personFieldsQuery = queryOptions({
  queryKey: ["people", "fields"],
  queryFn: () => take(api.GET("/api/v1/people/fields")),
});

export const deskQuery = queryOptions({
  queryKey: ["desk"],
  queryFn: () => take(api.GET("/api/v1/desk")),
  refetchInterval: 15_000,
});

export const peopleQuery = (q: string) =>
  queryOptions({
    queryKey: ["people", "list", q],
    queryFn: ({ signal }) =>
      take(api.GET("/api/v1/people", { signal, params: { query: { q, from: 0, limit: 1000 } } })),
    placeholderData: (previous) => previous,
  });

/** A few people by name, number, address or user name, also misspelled. */
export const findPeopleQuery = (q: string) =>
  queryOptions({
    queryKey: ["people", "find", q],
    queryFn: ({ signal }) => take(api.GET("/api/v1/people/find", { signal, params: { query: { q } } })),
    // nobody who was found for other words: Enter opens what stands there
  });

export const helpQuery = (id: string) =>
  queryOptions({
    queryKey: ["people", "help", id],
    queryFn: ({ signal }) => take(api.GET("/api/v1/people/{id}/help", { signal, params: { path: { id } } })),
  });

export const viewsQuery = queryOptions({
  queryKey: ["views"],
  queryFn: () => take(api.GET("/api/v1/views")),
});

export const pinsQuery = queryOptions({
  queryKey: ["pins"],
  queryFn: () => take(api.GET("/api/v1/pins")),
});

export const deskCommentsQuery = (line: string) =>
  queryOptions({
    queryKey: ["desk", "comments", line],
    queryFn: ({ signal }) =>
      take(api.GET("/api/v1/desk/lines/{line}/comments", { signal, params: { path: { line } } })),
  });

export const personQuery = (id: string) =>
  queryOptions({
    queryKey: ["people", "page", id],
    queryFn: ({ signal }) => take(api.GET("/api/v1/people/{id}", { signal, params: { path: { id } } })),
  });

/** What a colleague would need to cover for somebody who is away from an instant on. */
export const absenceCoverQuery = (id: string, by: string, from: string, until: string | undefined) =>
  queryOptions({
    queryKey: ["people", "cover", id, by, from, until],
    queryFn: ({ signal }) =>
      take(
        api.GET("/api/v1/people/{id}/cover", {
          signal,
          params: { path: { id }, query: { by, from, ...(until === undefined ? {} : { until }) } },
        }),
      ),
  });

/** Asked anew when the draft's version is another. */
export const accessQuery = (id: string, draft?: { id: string; version: number }, at?: string) =>
  queryOptions({
    queryKey: ["people", "access", id, draft?.id, draft?.version, at],
    queryFn: ({ signal }) =>
      take(
        api.GET("/api/v1/people/{id}/access", { signal, params: { path: { id }, query: { draft: draft?.id, at } } }),
      ),
    placeholderData: (previous) => previous,
  });

/** Asked anew when the draft's version is another. */
export const peersQuery = (id: string, draft: { id: string; version: number }, like: string | undefined) =>
  queryOptions({
    queryKey: ["people", "peers", id, draft.id, draft.version, like],
    queryFn: ({ signal }) =>
      take(
        api.GET("/api/v1/people/{id}/peers", { signal, params: { path: { id }, query: { draft: draft.id, like } } }),
      ),
    placeholderData: (previous) => previous,
  });

export interface Cell {
  tenant: string;
  permission: string;
  area?: string;
}

export const whyQuery = (id: string, cell: Cell, at: string | undefined) =>
  queryOptions({
    queryKey: ["people", "why", id, cell, at],
    queryFn: ({ signal }) =>
      take(api.GET("/api/v1/people/{id}/why", { signal, params: { path: { id }, query: { ...cell, at } } })),
  });

export const groupsQuery = queryOptions({
  queryKey: ["groups"],
  queryFn: () => take(api.GET("/api/v1/groups")),
});

export const groupQuery = (id: string) =>
  queryOptions({
    queryKey: ["groups", id],
    queryFn: ({ signal }) => take(api.GET("/api/v1/groups/{id}", { signal, params: { path: { id } } })),
  });

/** Asked anew when the draft's version is another. */
export const shiftQuery = (id: string, draft: { id: string; version: number }) =>
  queryOptions({
    queryKey: ["groups", id, "shift", draft.id, draft.version],
    queryFn: ({ signal }) =>
      take(api.GET("/api/v1/groups/{id}/shift", { signal, params: { path: { id }, query: { draft: draft.id } } })),
    placeholderData: (previous) => previous,
  });

export const catalogueQuery = queryOptions({
  queryKey: ["catalogue"],
  queryFn: () => take(api.GET("/api/v1/catalogue")),
  staleTime: 60_000,
});

export const directoryQuery = (q: string) =>
  queryOptions({
    queryKey: ["directory", q],
    queryFn: ({ signal }) => take(api.GET("/api/v1/directory", { signal, params: { query: { q } } })),
    placeholderData: (previous) => previous,
  });

export const importsQuery = queryOptions({
  queryKey: ["imports"],
  queryFn: () => take(api.GET("/api/v1/imports")),
});

export const importQuery = (id: string) =>
  queryOptions({
    queryKey: ["imports", id],
    queryFn: ({ signal }) => take(api.GET("/api/v1/imports/{id}", { signal, params: { path: { id } } })),
  });

export type RowResult = "CREATE" | "CHANGE" | "UNCHANGED" | "REFUSED";

const ROWS = 100;

export const importRowsQuery = (id: string, version: number, result: RowResult | undefined) =>
  infiniteQueryOptions({
    queryKey: ["imports", id, "rows", version, result],
    queryFn: ({ pageParam, signal }) =>
      take(
        api.GET("/api/v1/imports/{id}/rows", {
          signal,
          params: { path: { id }, query: { result, from: pageParam, limit: ROWS } },
        }),
      ),
    initialPageParam: 0,
    getNextPageParam: (last, pages) => {
      const shown = pages.reduce((sum, page) => sum + page.rows.length, 0);
      return last.rows.length === 0 || shown >= last.total ? undefined : shown;
    },
    placeholderData: (previous) => previous,
  });

export interface LogWanted {
  q?: string | undefined;
  by?: string | undefined;
  from?: string | undefined;
  until?: string | undefined;
}

export const chainQuery = queryOptions({
  queryKey: ["log", "chain"],
  queryFn: () => take(api.GET("/api/v1/log/chain")),
});

/** How many of the lines each administrator wrote, whoever is wanted. */
export const logCountsQuery = ({ q, from, until }: LogWanted) =>
  queryOptions({
    queryKey: ["log", "counts", q, from, until],
    queryFn: ({ signal }) => take(api.GET("/api/v1/log/counts", { signal, params: { query: { q, from, until } } })),
    placeholderData: (previous) => previous,
  });

export const logQuery = (wanted: LogWanted) =>
  infiniteQueryOptions({
    queryKey: ["log", wanted],
    queryFn: ({ pageParam, signal }) =>
      take(api.GET("/api/v1/log", { signal, params: { query: { ...wanted, before: pageParam ?? undefined } } })),
    initialPageParam: undefined as number | undefined,
    getNextPageParam: (page) => page.before ?? undefined,
    placeholderData: (previous) => previous,
  });
