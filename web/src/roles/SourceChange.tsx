import { entry, useAct } from "../api/drafts";
import type { Schemas } from "../api/client";
import { useMay } from "../session/hooks";
import { Told } from "../ui/plainField";

/** What changed in the role from which this one was started, and the way to take it over. */
export function SourceChange({ page, change }: { page: Schemas["RolePage"]; change: Schemas["SourceChange"] }) {
  const mayPrepare = useMay("PREPARE");
  const { act, isPending, error } = useAct();
  return (
    <div className="mt-1 flex items-start gap-3">
      <p>
        <b className="font-semibold">{page.source} has changed since</b>: {change.words.join(", ")}.
      </p>
      {mayPrepare && (
        <button
          type="button"
          className="btn btn-xs"
          disabled={isPending}
          onClick={() =>
            act(`${page.role.name}, as ${page.source ?? "its source"} is now`, {
              ...entry("role.edit", {}),
              ...(page.entry ? { id: page.entry.id, form: page.entry.form } : {}),
              fields: { ...(page.entry ? page.entry.fields : { role: page.role.id }), ...change.fields },
            })
          }
        >
          Take it over
        </button>
      )}
      <Told error={error} />
    </div>
  );
}
