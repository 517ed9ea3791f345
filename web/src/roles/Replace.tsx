import { useQuery } from "@tanstack/react-query";
import { rolesQuery } from "../api/roleQueries";
import { Picker } from "../ui/picker";
import { Told } from "../ui/plainField";
import { useReplaceRole } from "./mutations";

/** Moves everybody who has a role to another one, in a draft that shows who gains and loses what. */
export function Replace({ role, name, onDone }: { role: string; name: string; onDone: () => void }) {
  const roles = useQuery(rolesQuery);
  const replace = useReplaceRole(role);
  return (
    <div className="card-plain mt-2 flex flex-wrap items-end gap-3 px-3 py-2.5">
      <div className="w-80">
        <Picker
          label={`Replace ${name} with`}
          placeholder="Find a role"
          choices={(roles.data ?? [])
            .filter((one) => one.id !== role && one.stage === "OPEN")
            .map((one) => ({ id: one.id, name: one.name, note: one.description, source: one.apps.join(", ") }))}
          onPick={(by) => replace.mutate(by)}
        />
      </div>
      <p className="min-w-64 flex-1 text-sm text-soft">
        Everybody who has {name} gets the other role at the same places for the same time, and {name} ends for them. The
        draft shows who gains and loses what.
      </p>
      <button type="button" className="btn btn-ghost btn-sm" onClick={onDone}>
        Cancel
      </button>
      <Told error={replace.error} />
    </div>
  );
}
