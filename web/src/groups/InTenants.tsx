import { entry, newId, useAct } from "../api/drafts";
import type { Schemas } from "../api/client";
import { EndButton } from "../changes/EndButton";
import { useOpenDraft } from "../roles/useComposing";
import { useMay } from "../session/hooks";
import { Told } from "../ui/plainField";
import { EmptyItem } from "../ui/states";
import { TenantDot } from "../ui/tenants";

/** In which tenants the group is: those where it has a role, and those that have it for its own sake. */
export function InTenants({ page }: { page: Schemas["GroupPage"] }) {
  const { group, tenants } = page;
  const mayPrepare = useMay("PREPARE");
  const draft = useOpenDraft();
  const { act, isPending, error } = useAct();
  const there = tenants.filter((one) => one.isByRole || Boolean(one.provision));
  const drafted = (draft?.entries ?? []).filter(
    (one) => one.form === "group-provision.make" && one.fields.group === group.id,
  );
  const open = tenants.filter((one) => !one.provision && !drafted.some((entry) => entry.fields.tenant === one.id));
  return (
    <>
      <div className="mt-5 flex items-center gap-2">
        <h2 className="flex-1">In the tenants</h2>
        {mayPrepare && open.length > 0 && (
          <select
            aria-label={`Provision ${group.name} in a tenant`}
            className="select h-7 w-56"
            value=""
            disabled={isPending}
            onChange={(event) =>
              act(
                `${group.name} in the tenants`,
                entry("group-provision.make", { id: newId(), group: group.id, tenant: event.target.value }),
              )
            }
          >
            <option value="">Provision in…</option>
            {open.map((one) => (
              <option key={one.id} value={one.id}>
                {one.title}
              </option>
            ))}
          </select>
        )}
      </div>
      <Told error={error} />
      <ul className="card-plain mt-1.5 divide-y divide-[var(--line)]">
        {there.length === 0 && drafted.length === 0 && (
          <EmptyItem title="Not in any tenant">
            A group is created in a tenant with its first role there, or when you provision it.
          </EmptyItem>
        )}
        {there.map((one) => (
          <li key={one.id} className="flex min-h-9 items-center gap-2 px-3 py-1">
            <TenantDot colour={one.colour} />
            <b className="-ml-2 font-semibold">{one.title}</b>
            <span className="text-soft">{one.provision ? "provisioned by itself" : "with its roles"}</span>
            {one.provision && (
              <span className="ml-auto">
                <EndButton
                  draft={`${group.name} in the tenants`}
                  entry={entry("group-provision.end", { "group-provision": one.provision })}
                  label={`Stop provisioning ${group.name} in ${one.title}`}
                  words="Stop"
                />
              </span>
            )}
          </li>
        ))}
        {drafted.map((one) => (
          <li key={one.id} className="flex min-h-9 items-center gap-2 px-3 py-1">
            <b className="font-semibold">{tenants.find((known) => known.id === one.fields.tenant)?.title}</b>
            <span className="text-sm font-semibold text-primary">in the draft</span>
          </li>
        ))}
      </ul>
    </>
  );
}
