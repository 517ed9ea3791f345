import { useMutation, useQueryClient } from "@tanstack/react-query";
import { api, take } from "../api/client";

/** Afterwards the page is asked anew: whether it helped is read, not assumed. */
function useAskAgain() {
  const client = useQueryClient();
  return () =>
    Promise.all([
      client.invalidateQueries({ queryKey: ["people", "help"] }),
      client.invalidateQueries({ queryKey: ["messages"] }),
      client.invalidateQueries({ queryKey: ["people"] }),
    ]);
}

export function useSendAgain(message: string) {
  const onSettled = useAskAgain();
  return useMutation({
    mutationFn: () => take(api.POST("/api/v1/messages/{id}/send", { params: { path: { id: message } } })),
    onSettled,
  });
}

export function useReadAgain(tenant: string) {
  const onSettled = useAskAgain();
  return useMutation({
    mutationFn: () => take(api.POST("/api/v1/tenants/{id}/readings", { params: { path: { id: tenant } } })),
    onSettled,
  });
}
