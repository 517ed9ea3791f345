import { queryOptions } from "@tanstack/react-query";
import { api, take } from "./client";

export const rolesQuery = queryOptions({
  queryKey: ["roles"],
  queryFn: () => take(api.GET("/api/v1/roles")),
});

/** Conflict rules and in whom they are broken, as it is or as a draft would have it. */
export const conflictsQuery = (draft?: Version) =>
  queryOptions({
    queryKey: ["roles", "conflicts", draft?.id, draft?.version],
    queryFn: ({ signal }) =>
      take(api.GET("/api/v1/roles/conflicts", { signal, params: { query: { draft: draft?.id } } })),
    placeholderData: (before) => before,
  });

/** Applications in the version that was taken over, and what their tenants say otherwise. */
export const appsQuery = queryOptions({
  queryKey: ["roles", "apps"],
  queryFn: () => take(api.GET("/api/v1/apps")),
});

export const workQuery = queryOptions({
  queryKey: ["roles", "work"],
  queryFn: () => take(api.GET("/api/v1/roles/work")),
});

/** What gives some permissions; what gave the ones before stays while it is worked out. */
export const coverQuery = (permissions: readonly string[], who?: string) =>
  queryOptions({
    queryKey: ["roles", "cover", permissions, who],
    queryFn: ({ signal }) =>
      take(
        api.POST("/api/v1/roles/cover", {
          signal,
          body: { permissions: [...permissions], ...(who === undefined ? {} : { who }) },
        }),
      ),
    placeholderData: (before) => before,
  });

/** A draft in one of its versions. */
interface Version {
  id: string;
  version: number;
}

/** A role, or what a draft in one of its versions would make of it; the one before stays while a newer one is read. */
export const roleQuery = (id: string, draft?: Version) =>
  queryOptions({
    queryKey: ["roles", id, draft?.id, draft?.version],
    queryFn: ({ signal }) =>
      take(api.GET("/api/v1/roles/{id}", { signal, params: { path: { id }, query: { draft: draft?.id } } })),
    placeholderData: (before, query) => (query?.queryKey[1] === id ? before : undefined),
  });

/** Roles, permission sets and people side by side. */
export const compareQuery = (of: readonly string[]) =>
  queryOptions({
    queryKey: ["roles", "compare", of],
    queryFn: ({ signal }) => take(api.GET("/api/v1/roles/compare", { signal, params: { query: { of: [...of] } } })),
    placeholderData: (before) => before,
  });

/** Permission sets, as they are or as a draft would have them. */
export const setsQuery = (draft?: Version) =>
  queryOptions({
    queryKey: ["roles", "sets", draft?.id, draft?.version],
    queryFn: ({ signal }) => take(api.GET("/api/v1/roles/sets", { signal, params: { query: { draft: draft?.id } } })),
    placeholderData: (before) => before,
  });

/** What could be taken away without anybody losing anything. */
/** How roles that are started from others are called. */
export const namingRuleQuery = queryOptions({
  queryKey: ["naming-rule"],
  queryFn: ({ signal }) => take(api.GET("/api/v1/naming-rule", { signal })),
});

/** How far the search has come, while it lasts. */
export const tighteningProgressQuery = queryOptions({
  queryKey: ["roles", "tightening", "progress"],
  queryFn: ({ signal }) => take(api.GET("/api/v1/roles/tightening/progress", { signal })),
  refetchInterval: 500,
  gcTime: 0,
});

export const tighteningQuery = queryOptions({
  queryKey: ["roles", "tightening"],
  // it goes on when its page is left, and is there when one comes back
  queryFn: () => take(api.GET("/api/v1/roles/tightening")),
});

export const lineageQuery = (id: string) =>
  queryOptions({
    queryKey: ["roles", id, "lineage"],
    queryFn: ({ signal }) => take(api.GET("/api/v1/roles/{id}/lineage", { signal, params: { path: { id } } })),
  });

/** Where a role can be given. */
export const rolePlacesQuery = (id: string) =>
  queryOptions({
    queryKey: ["roles", id, "places"],
    queryFn: ({ signal }) => take(api.GET("/api/v1/roles/{id}/places", { signal, params: { path: { id } } })),
  });

/** What the changes of roles in a draft do to people. */
export const roleEffectQuery = (id: string, draft: Version) =>
  queryOptions({
    queryKey: ["roles", id, "effect", draft.id, draft.version],
    queryFn: ({ signal }) =>
      take(api.GET("/api/v1/roles/{id}/effect", { signal, params: { path: { id }, query: { draft: draft.id } } })),
    placeholderData: (before, query) => (query?.queryKey[1] === id ? before : undefined),
  });

export const roleOffersQuery = (id: string, q: string, draft?: Version) =>
  queryOptions({
    queryKey: ["roles", id, "offers", q, draft?.id, draft?.version],
    queryFn: ({ signal }) =>
      take(api.GET("/api/v1/roles/{id}/offers", { signal, params: { path: { id }, query: { q, draft: draft?.id } } })),
    placeholderData: (before) => before,
  });
