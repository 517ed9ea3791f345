import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { api, take, type Schemas } from "../api/client";
import { administratorsQuery } from "../api/queries";
import { PlainField, problemOf, Told } from "../ui/plainField";

/** For somebody who forgot their password, or lost their authenticator. */
export function WayIn({ known }: { known: Schemas["AdministratorView"] }) {
  const client = useQueryClient();
  const [password, setPassword] = useState("");
  const params = { path: { id: known.id } };
  const set = useMutation({
    mutationFn: () => take(api.PUT("/api/v1/administrators/{id}/password", { params, body: { password } })),
    onSuccess: () => setPassword(""),
  });
  const remove = useMutation({
    mutationFn: () => take(api.DELETE("/api/v1/administrators/{id}/second-factor", { params })),
    onSuccess: () => client.invalidateQueries({ queryKey: administratorsQuery.queryKey }),
  });
  return (
    <div className="mt-4 border-t border-line pt-3">
      <b className="text-sm">If {known.name} cannot sign in</b>
      <form
        className="flex flex-wrap items-end gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          set.mutate();
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
