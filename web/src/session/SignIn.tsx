import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { api, take } from "../api/client";
import { sessionQuery } from "../api/queries";
import { Mark } from "../frame/Mark";

export function SignIn() {
  const client = useQueryClient();
  const [login, setLogin] = useState("");
  const [password, setPassword] = useState("");
  const signIn = useMutation({
    mutationFn: () => take(api.POST("/api/v1/session", { body: { login, password } })),
    onSuccess: (session) => client.setQueryData(sessionQuery.queryKey, session),
  });
  return (
    <main className="grid min-h-screen place-items-center p-6">
      <form
        className="card-plain w-full max-w-sm p-7"
        onSubmit={(event) => {
          event.preventDefault();
          signIn.mutate();
        }}
      >
        <Mark />
        <h1 className="mt-5">Sign in</h1>
        <p className="mt-1 text-soft">See what people can do, change it, and prove that it arrived.</p>
        <label className="mt-5 block text-xs font-semibold text-soft" htmlFor="login">
          Login
        </label>
        <input
          id="login"
          className="input mt-0.5 w-full"
          autoComplete="username"
          autoFocus
          required
          value={login}
          onChange={(event) => setLogin(event.target.value)}
        />
        <label className="mt-3 block text-xs font-semibold text-soft" htmlFor="password">
          Password
        </label>
        <input
          id="password"
          type="password"
          className="input mt-0.5 w-full"
          autoComplete="current-password"
          required
          value={password}
          onChange={(event) => setPassword(event.target.value)}
        />
        {signIn.error !== null && (
          <p role="alert" className="mt-3 font-semibold text-error">
            {signIn.error.message}
          </p>
        )}
        <button type="submit" className="btn btn-primary mt-5 w-full" disabled={signIn.isPending}>
          Sign in
        </button>
      </form>
    </main>
  );
}
