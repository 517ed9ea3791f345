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

/** Sends several, one after the other; one that cannot be sent is named and keeps none of the others. */
export function useSendMany() {
  const onSettled = useMessagesAgain();
  return useMutation({
    mutationFn: async (messages: readonly Pick<Schemas["MessageView"], "id" | "name">[]) => {
      const failed: { name: string; text: string }[] = [];
      for (const message of messages) {
        try {
          await take(api.POST("/api/v1/messages/{id}/send", { params: { path: { id: message.id } } }));
        } catch (failure) {
          failed.push({ name: message.name, text: failure instanceof Error ? failure.message : "no answer" });
        }
      }
      return { sent: messages.length - failed.length, failed };
    },
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
