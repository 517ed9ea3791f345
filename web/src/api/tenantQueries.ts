import { queryOptions } from "@tanstack/react-query";
import { api, take } from "./client";

export const matchesQuery = (tenant: string) =>
  queryOptions({
    queryKey: ["tenants", tenant, "matches"],
    queryFn: ({ signal }) =>
      take(api.GET("/api/v1/tenants/{id}/matches", { signal, params: { path: { id: tenant } } })),
  });

/** Groups of a tenant that are not written from here. */
export const groupsThereQuery = (id: string) =>
  queryOptions({
    queryKey: ["tenants", id, "groups"],
    queryFn: ({ signal }) => take(api.GET("/api/v1/tenants/{id}/groups", { signal, params: { path: { id } } })),
  });

/** What is to be done by hand in a tenant without an interface. */
export const tasksQuery = (id: string) =>
  queryOptions({
    queryKey: ["tenants", id, "tasks"],
    queryFn: ({ signal }) => take(api.GET("/api/v1/tenants/{id}/tasks", { signal, params: { path: { id } } })),
    refetchInterval: 10_000,
  });

export const tenantQuery = (id: string) =>
  queryOptions({
    queryKey: ["tenants", id],
    queryFn: ({ signal }) => take(api.GET("/api/v1/tenants/{id}", { signal, params: { path: { id } } })),
  });

export const tenantsQuery = queryOptions({
  queryKey: ["tenants"],
  queryFn: () => take(api.GET("/api/v1/tenants")),
  refetchInterval: 30_000,
});

export const valuesThereQuery = (id: string) =>
  queryOptions({
    queryKey: ["tenants", id, "values"],
    queryFn: ({ signal }) => take(api.GET("/api/v1/tenants/{id}/values", { signal, params: { path: { id } } })),
  });

/** Where a tenant takes security events. */
export const eventReceiverQuery = (id: string) =>
  queryOptions({
    queryKey: ["tenants", id, "event-receiver"],
    queryFn: ({ signal }) => take(api.GET("/api/v1/tenants/{id}/event-receiver", { signal, params: { path: { id } } })),
  });
