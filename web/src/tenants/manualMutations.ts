import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useNavigate } from "@tanstack/react-router";
import { api, take, type Schemas } from "../api/client";
import { tasksQuery } from "../api/tenantQueries";

/** Whatever comes of it, others may have settled the tasks meanwhile. */
function useTasksAct<Said>(tenant: string, act: (said: Said) => Promise<unknown>) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: act,
    onSuccess: () => client.invalidateQueries(),
    onError: () => client.invalidateQueries({ queryKey: tasksQuery(tenant).queryKey }),
  });
}

const at = (id: string) => ({ params: { path: { id } } });

export function useConfirmTasks(tenant: string) {
  return useTasksAct(tenant, (tasks: string[]) =>
    take(api.POST("/api/v1/tenants/{id}/tasks/confirmation", { ...at(tenant), body: { tasks } })),
  );
}

export function useReturnTasks(tenant: string) {
  return useTasksAct(tenant, (body: Schemas["TasksReturned"]) =>
    take(api.POST("/api/v1/tenants/{id}/tasks/return", { ...at(tenant), body })),
  );
}

export function useAssignTasks(tenant: string) {
  return useTasksAct(tenant, (body: Schemas["TasksAssigned"]) =>
    take(api.PUT("/api/v1/tenants/{id}/tasks/assignee", { ...at(tenant), body })),
  );
}

interface Uploaded {
  list: File;
  at: string;
  accounts: number;
  isSure: boolean;
}

/** The list is sent as it is: the server tells what is wrong with it. */
export function useUploadList(tenant: string) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: ({ list, ...query }: Uploaded) =>
      take(
        api.POST("/api/v1/tenants/{id}/lists", {
          params: { path: { id: tenant }, query },
          body: list.name,
          bodySerializer: () => list,
          headers: { "Content-Type": "text/csv" },
        }),
      ),
    onSuccess: () => client.invalidateQueries(),
  });
}

export function useSetWork(tenant: string) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (body: Schemas["WorkInput"]) => take(api.PUT("/api/v1/tenants/{id}/work", { ...at(tenant), body })),
    onSuccess: () => client.invalidateQueries({ queryKey: tasksQuery(tenant).queryKey }),
  });
}

/** Adds a tenant without an interface, and shows it: its first list is asked for there. */
export function useAddManual() {
  const client = useQueryClient();
  const navigate = useNavigate();
  return useMutation({
    mutationFn: (body: Schemas["NewManualTenant"]) => take(api.POST("/api/v1/tenants/manual", { body })),
    onSuccess: async (made) => {
      await client.invalidateQueries();
      await navigate({ to: "/tenants/$id", params: { id: made.id } });
    },
  });
}
