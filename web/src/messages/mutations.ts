import { useMutation, useQueryClient } from "@tanstack/react-query";
import { api, take, type Schemas } from "../api/client";
import { templatesQuery } from "../api/queries";

function useMessagesAgain() {
  const client = useQueryClient();
  return () => client.invalidateQueries({ queryKey: ["messages"] });
}

export function useSendMessage(id: string) {
  const onSettled = useMessagesAgain();
  return useMutation({
    mutationFn: () => take(api.POST("/api/v1/messages/{id}/send", { params: { path: { id } } })),
    onSettled,
  });
}

export function useDropMessage(id: string) {
  const onSettled = useMessagesAgain();
  return useMutation({
    mutationFn: () => take(api.POST("/api/v1/messages/{id}/drop", { params: { path: { id } } })),
    onSettled,
  });
}

export function useSetTemplate(occasion: Schemas["TemplateView"]["occasion"]) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (body: Schemas["TemplateInput"]) =>
      take(api.PUT("/api/v1/messages/templates/{occasion}", { params: { path: { occasion } }, body })),
    onSuccess: () => client.invalidateQueries({ queryKey: templatesQuery.queryKey }),
  });
}
