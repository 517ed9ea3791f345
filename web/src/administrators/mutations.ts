import { useMutation, useQueryClient } from "@tanstack/react-query";
import { api, take, type Schemas } from "../api/client";
import { administratorsQuery } from "../api/queries";

type Act = Schemas["AdministratorView"]["acts"][number];

function useRefresh() {
  const client = useQueryClient();
  return () => client.invalidateQueries({ queryKey: administratorsQuery.queryKey });
}

export function useMakeAdministrator() {
  const refresh = useRefresh();
  return useMutation({
    mutationFn: (body: { login: string; name: string; password: string; acts: Act[] }) =>
      take(api.POST("/api/v1/administrators", { body })),
    onSuccess: refresh,
  });
}

/** What an administrator may do. */
export function useAllow(id: string) {
  const refresh = useRefresh();
  return useMutation({
    mutationFn: (acts: Act[]) =>
      take(api.PUT("/api/v1/administrators/{id}/acts", { params: { path: { id } }, body: { acts } })),
    onSettled: refresh,
  });
}

/** Which drafts need a second person; who sets it answers for it. */
export function useSetApprovalPolicy() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (body: { forPrivileged: boolean; forConflicts: boolean; mostPeople: number }) =>
      take(api.PUT("/api/v1/approval-policy", { body })),
    onSuccess: () => client.invalidateQueries(),
  });
}

export function useEndAdministrator(id: string) {
  const refresh = useRefresh();
  return useMutation({
    mutationFn: () => take(api.DELETE("/api/v1/administrators/{id}", { params: { path: { id } } })),
    onSettled: refresh,
  });
}

/** The scope of an administrator, and who of the people they are. */
export function useSetScope(id: string) {
  const refresh = useRefresh();
  const params = { path: { id } };
  return useMutation({
    mutationFn: async ({ scope, person }: { scope: Schemas["ReachInput"]; person: string | undefined }) => {
      await take(api.PUT("/api/v1/administrators/{id}/reach", { params, body: scope }));
      await take(
        api.PUT("/api/v1/administrators/{id}/person", { params, body: person === undefined ? {} : { person } }),
      );
    },
    onSuccess: refresh,
  });
}

export function useResetPassword(id: string) {
  return useMutation({
    mutationFn: (password: string) =>
      take(api.PUT("/api/v1/administrators/{id}/password", { params: { path: { id } }, body: { password } })),
  });
}

export function useRemoveSecondFactorOf(id: string) {
  const refresh = useRefresh();
  return useMutation({
    mutationFn: () => take(api.DELETE("/api/v1/administrators/{id}/second-factor", { params: { path: { id } } })),
    onSuccess: refresh,
  });
}
