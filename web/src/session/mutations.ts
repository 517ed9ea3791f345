import { useMutation, useQueryClient } from "@tanstack/react-query";
import { api, take } from "../api/client";
import { firstQuery, ownQuery, sessionQuery } from "../api/queries";

export function useSignIn() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (body: { login: string; password: string; code?: string }) =>
      take(api.POST("/api/v1/session", { body })),
    onSuccess: (session) => client.setQueryData(sessionQuery.queryKey, session),
  });
}

/** Makes the first administrator and signs them in. */
export function useBegin() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: async (body: { code: string; login: string; name: string; password: string }) => {
      await take(api.POST("/api/v1/first", { body }));
      return take(api.POST("/api/v1/session", { body: { login: body.login, password: body.password } }));
    },
    onSuccess: (session) => {
      client.setQueryData(firstQuery.queryKey, { open: false });
      client.setQueryData(sessionQuery.queryKey, session);
    },
  });
}

/** Ends the session; nothing that was read in it stays. */
export function useSignOut() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: () => take(api.DELETE("/api/v1/session")),
    onSuccess: () => {
      client.clear();
      window.location.assign("/");
    },
  });
}

export function useChangePassword() {
  return useMutation({
    mutationFn: (body: { old: string; fresh: string }) => take(api.PUT("/api/v1/me/password", { body })),
  });
}

function useOwnAgain() {
  const client = useQueryClient();
  return () => client.invalidateQueries({ queryKey: ownQuery.queryKey });
}

export function useEndSession() {
  const again = useOwnAgain();
  return useMutation({
    mutationFn: (id: string) => take(api.DELETE("/api/v1/me/sessions/{id}", { params: { path: { id } } })),
    onSettled: again,
  });
}

export function useEndOtherSessions() {
  const again = useOwnAgain();
  return useMutation({ mutationFn: () => take(api.DELETE("/api/v1/me/sessions")), onSettled: again });
}

/** The secret that an authenticator takes; it counts from the first right code on. */
export function useOfferSecondFactor() {
  return useMutation({
    mutationFn: (password: string) => take(api.POST("/api/v1/me/second-factor", { body: { password } })),
  });
}

export function useTurnOnSecondFactor() {
  const again = useOwnAgain();
  return useMutation({
    mutationFn: (code: string) => take(api.PUT("/api/v1/me/second-factor", { body: { code } })),
    onSuccess: again,
  });
}

export function useRemoveSecondFactor() {
  const again = useOwnAgain();
  return useMutation({
    mutationFn: (password: string) => take(api.POST("/api/v1/me/second-factor/removal", { body: { password } })),
    onSuccess: again,
  });
}

export function useNewRecoveryCodes() {
  const again = useOwnAgain();
  return useMutation({
    mutationFn: (password: string) => take(api.POST("/api/v1/me/recovery-codes", { body: { password } })),
    onSuccess: again,
  });
}

/** The password of the accounts that a link opens. */
export function useChoosePassword(token: string) {
  return useMutation({
    mutationFn: (password: string) => take(api.POST("/api/v1/activations", { body: { token, password } })),
  });
}

export function useAcceptInvitation(token: string) {
  return useMutation({ mutationFn: () => take(api.POST("/api/v1/invitations", { body: { token } })) });
}
