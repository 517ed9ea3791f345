import { useState } from "react";
import { PlainField, problemOf, Told } from "../ui/plainField";
import { useChangePassword } from "./mutations";

/** Another password for oneself. It signs out everywhere else. */
export function OwnPassword({ isFirst = false, onDone }: { isFirst?: boolean; onDone?: () => void }) {
  const [typed, setTyped] = useState({ old: "", fresh: "" });
  const change = useChangePassword();
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        change.mutate(typed, {
          onSuccess: () => {
            setTyped({ old: "", fresh: "" });
            onDone?.();
          },
        });
      }}
    >
      <PlainField
        label={isFirst ? "The password you were given" : "Old password"}
        type="password"
        autoComplete="current-password"
        autoFocus={isFirst}
        value={typed.old}
        problem={problemOf(change.error, "old")}
        onChange={(old) => setTyped({ ...typed, old })}
      />
      <PlainField
        label="New password"
        type="password"
        hint="12 characters or more. Several unrelated words are easy to remember."
        autoComplete="new-password"
        value={typed.fresh}
        problem={problemOf(change.error, "fresh")}
        onChange={(fresh) => setTyped({ ...typed, fresh })}
      />
      <Told error={change.error} />
      {change.isSuccess && !isFirst && (
        <p role="status" className="mt-3 font-semibold text-success">
          ✓ Changed. You are signed out everywhere else.
        </p>
      )}
      <button
        type="submit"
        className={`btn mt-4 ${isFirst ? "btn-primary w-full" : "btn-sm"}`}
        disabled={change.isPending}
      >
        {isFirst ? "Save password" : "Change password"}
      </button>
    </form>
  );
}
