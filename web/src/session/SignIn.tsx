import { useState } from "react";
import { Problem } from "../api/client";
import { Mark } from "../frame/Mark";
import { PlainField } from "../ui/plainField";
import { useSignIn } from "./mutations";

/** Whether a refusal only asks for the code of the second factor. */
function asksForCode(error: Error | null): boolean {
  return error instanceof Problem && error.code === "second-factor";
}

export function SignIn() {
  const [login, setLogin] = useState("");
  const [password, setPassword] = useState("");
  const [code, setCode] = useState<string>();
  const signIn = useSignIn();
  return (
    <main className="grid min-h-screen place-items-center p-6">
      <form
        className="card-plain w-full max-w-sm p-7"
        onSubmit={(event) => {
          event.preventDefault();
          signIn.mutate(
            { login, password, ...(code === undefined ? {} : { code }) },
            {
              onError: (error) => {
                if (asksForCode(error)) {
                  setCode("");
                }
              },
            },
          );
        }}
      >
        <Mark />
        <h1 className="mt-5">Sign in</h1>
        <p className="mt-1 text-soft">See what people can do, change it, and prove that it took effect.</p>
        {code === undefined ? (
          <>
            <PlainField label="Login" autoComplete="username" autoFocus value={login} onChange={setLogin} />
            <PlainField
              label="Password"
              type="password"
              autoComplete="current-password"
              value={password}
              onChange={setPassword}
            />
          </>
        ) : (
          <>
            <p className="mt-4">
              The password of <b className="font-semibold">{login}</b> is right.
            </p>
            <PlainField
              label="Code"
              hint="From your authenticator, or one of your recovery codes."
              autoComplete="one-time-code"
              autoFocus
              value={code}
              onChange={setCode}
            />
          </>
        )}
        {signIn.error !== null && !asksForCode(signIn.error) && (
          <p role="alert" className="mt-3 font-semibold text-error">
            {signIn.error.message}
          </p>
        )}
        <button type="submit" className="btn btn-primary mt-5 w-full" disabled={signIn.isPending}>
          Sign in
        </button>
        {code !== undefined && (
          <button
            type="button"
            className="btn btn-ghost mt-2 w-full"
            onClick={() => {
              signIn.reset();
              setCode(undefined);
              setPassword("");
            }}
          >
            Sign in as somebody else
          </button>
        )}
      </form>
    </main>
  );
}
