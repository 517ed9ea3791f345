import { useState } from "react";
import { type Schemas } from "../api/client";
import { PlainField, problemOf, Told } from "../ui/plainField";
import { useRemoveSecondFactorOf, useResetPassword } from "./mutations";

/** For somebody who forgot their password, or lost their authenticator. */
export function WayIn({ known }: { known: Schemas["AdministratorView"] }) {
  const [password, setPassword] = useState("");
  const set = useResetPassword(known.id);
  const remove = useRemoveSecondFactorOf(known.id);
  return (
    <div className="mt-4 border-t border-line pt-3">
      <b className="text-sm">If {known.name} cannot sign in</b>
      <form
        className="flex flex-wrap items-end gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          set.mutate(password, { onSuccess: () => setPassword("") });
        }}
      >
        <div className="w-80">
          <PlainField
            label="New password"
            type="password"
            autoComplete="new-password"
            value={password}
            problem={problemOf(set.error, "password")}
            onChange={setPassword}
          />
        </div>
        <button type="submit" className="btn btn-sm" disabled={set.isPending}>
          Reset password and sign out
        </button>
        {known.hasSecondFactor && (
          <button type="button" className="btn btn-sm" disabled={remove.isPending} onClick={() => remove.mutate()}>
            Remove their second factor
          </button>
        )}
      </form>
      {set.isSuccess && (
        <p role="status" className="mt-1 text-sm text-success">
          ✓ Set. Hand it over; they choose their own when they sign in with it.
        </p>
      )}
      <Told error={set.error ?? remove.error} />
    </div>
  );
}
