import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useNavigate } from "@tanstack/react-router";
import { api, take, type Schemas } from "../api/client";
import { eventReceiverQuery, tenantQuery, tenantsQuery } from "../api/tenantQueries";

export function useReadTenant(id: string) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: () => take(api.POST("/api/v1/tenants/{id}/readings", { params: { path: { id } } })),
    onSuccess: (fresh) => {
      client.setQueryData(tenantQuery(id).queryKey, fresh);
      void client.invalidateQueries({ queryKey: tenantsQuery.queryKey, exact: true });
    },
  });
}

export function useProbeTenant() {
  return useMutation({
    mutationFn: (body: { address: string; token: string; certificates: string }) =>
      take(api.POST("/api/v1/tenants/probe", { body })),
  });
}

/** Connects a tenant and goes on to matching its accounts. */
export function useConnectTenant() {
  const client = useQueryClient();
  const navigate = useNavigate();
  return useMutation({
    mutationFn: (body: Schemas["NewTenant"]) => take(api.POST("/api/v1/tenants", { body })),
    onSuccess: async (made) => {
      await client.invalidateQueries();
      await navigate({ to: "/tenants/$id/match", params: { id: made.id } });
    },
  });
}

export function useChangeConnection(id: string) {
  return useMutation({
    mutationFn: (body: Schemas["ConnectionInput"]) =>
      take(api.PUT("/api/v1/tenants/{id}/connection", { params: { path: { id } }, body })),
  });
}

/** Drafts the links of accounts to people, and shows the draft. */
export function useLinkAccounts(tenant: string) {
  const client = useQueryClient();
  const navigate = useNavigate();
  return useMutation({
    mutationFn: (body: { pairs: { remoteId: string; person: string }[] }) =>
      take(api.POST("/api/v1/tenants/{id}/matches", { params: { path: { id: tenant } }, body })),
    onSuccess: async (made) => {
      await client.invalidateQueries();
      await navigate({ to: "/changes/drafts/$id", params: { id: made.draft }, search: { draft: made.draft } });
    },
  });
}

/** What takes differences into the model; nothing is kept. */
export function useAccept(tenant: string) {
  return useMutation({
    mutationFn: (objects: string[]) =>
      take(
        api.POST("/api/v1/tenants/{id}/differences/accept", { params: { path: { id: tenant } }, body: { objects } }),
      ),
  });
}

/** What lets differences be until a day; nothing is kept. */
export function useExcept(tenant: string) {
  return useMutation({
    mutationFn: (body: Schemas["ExceptInput"]) =>
      take(api.POST("/api/v1/tenants/{id}/differences/except", { params: { path: { id: tenant } }, body })),
  });
}

/** Corrects what differs in a tenant, and shows the job that does it. */
export function useCorrect(tenant: string) {
  const client = useQueryClient();
  const navigate = useNavigate();
  return useMutation({
    mutationFn: (body: Schemas["CorrectionInput"]) =>
      take(api.POST("/api/v1/tenants/{id}/corrections", { params: { path: { id: tenant } }, body })),
    onSuccess: async (done) => {
      await client.invalidateQueries();
      await navigate({ to: "/changes/jobs/$id", params: { id: done.job } });
    },
  });
}

/** Where a tenant takes security events from now on. */
export function useSetReceiver(tenant: string) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (body: Schemas["EventReceiverInput"]) =>
      take(api.PUT("/api/v1/tenants/{id}/event-receiver", { params: { path: { id: tenant } }, body })),
    onSuccess: () => client.invalidateQueries({ queryKey: eventReceiverQuery(tenant).queryKey }),
  });
}

export function useRemoveReceiver(tenant: string) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: () => take(api.DELETE("/api/v1/tenants/{id}/event-receiver", { params: { path: { id: tenant } } })),
    onSuccess: () => client.invalidateQueries({ queryKey: eventReceiverQuery(tenant).queryKey }),
  });
}

/** Makes a draft that keeps non-personal accounts, and goes to it. */
export function useKeepAccounts(tenant: string) {
  const client = useQueryClient();
  const navigate = useNavigate();
  return useMutation({
    mutationFn: (body: Schemas["KeptInput"]) =>
      take(api.POST("/api/v1/tenants/{id}/matches/kept", { params: { path: { id: tenant } }, body })),
    onSuccess: async (made) => {
      await client.invalidateQueries();
      await navigate({ to: "/changes/drafts/$id", params: { id: made.draft }, search: { draft: made.draft } });
    },
  });
}
