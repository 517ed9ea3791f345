import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { entry, newId, useAct } from "../api/drafts";
import type { Schemas } from "../api/client";
import { groupsThereQuery } from "../api/queries";
import { rolePlacesQuery } from "../api/roleQueries";
import { EndButton } from "../changes/EndButton";
import { useMay } from "../session/hooks";
import { Told } from "../ui/plainField";
import { Read } from "../ui/states";
import { TenantDot } from "../ui/tenants";
import { count } from "../ui/words";
import { RoleVariant, VariantForm } from "./RoleVariant";
import { useOpenDraft } from "./useComposing";
import { boundWords, writtenWords } from "./writing";

type Page = Schemas["RolePage"];
type PlaceTenant = Schemas["PlaceTenant"];
type BoundGroup = Schemas["BoundGroup"];

/** How the role is provisioned in each tenant of its applications: as roles and assignments, as a group, or not at all. */
export function RoleWritten({ page }: { page: Page }) {
  const places = useQuery(rolePlacesQuery(page.role.id));
  return (
    <>
      <h2 className="mt-5">How it is provisioned in each tenant</h2>
      <Read of={places} what="the tenants">
        {(tenants) => (
          <ul className="card-plain mt-1.5 shrink-0 divide-y divide-[var(--line)]">
            {tenants.map((tenant) => (
              <Line key={tenant.id} page={page} tenant={tenant} />
            ))}
          </ul>
        )}
      </Read>
    </>
  );
}

function Line({ page, tenant }: { page: Page; tenant: PlaceTenant }) {
  const { role } = page;
  const mayPrepare = useMay("PREPARE");
  const [isOpen, setOpen] = useState(false);
  const [isVarying, setVarying] = useState(false);
  const draft = useOpenDraft();
  const drafted = (draft?.entries ?? []).filter(
    (one) => one.form === "binding.make" && one.fields.role === role.id && one.fields.tenant === tenant.id,
  );
  const varied = draft?.entries.some(
    (one) => one.form === "role-variant.make" && one.fields.role === role.id && one.fields.tenant === tenant.id,
  );
  return (
    <li className="px-3 py-1.5">
      <div className="flex min-h-6 items-center gap-2">
        <TenantDot colour={tenant.colour} />
        <b className="-ml-1 font-semibold">{tenant.title}</b>
        {tenant.isTraining && <span className="text-xs text-soft">training</span>}
        <span className={tenant.isManaged ? "text-soft" : "font-semibold"}>
          {!tenant.isManaged && (
            <span className="text-warning" aria-hidden>
              ▲{" "}
            </span>
          )}
          {writtenWords(tenant)}
        </span>
        <span className="ml-auto flex gap-1.5">
          {mayPrepare && !tenant.variant?.variant && !isVarying && (
            <button
              type="button"
              className="btn btn-ghost btn-xs"
              aria-label={`Vary ${role.name} in ${tenant.title}`}
              onClick={() => setVarying(true)}
            >
              Vary
            </button>
          )}
          {mayPrepare && tenant.takesGroups && !isOpen && tenant.groups.length <= tenant.areas.length && (
            <button
              type="button"
              className={`btn btn-xs ${tenant.isManaged ? "btn-ghost" : ""}`}
              aria-label={`Provision ${role.name} as a group in ${tenant.title}`}
              onClick={() => setOpen(true)}
            >
              {tenant.groups.length === 0 ? "Provision as a group" : "Add a group"}
            </button>
          )}
        </span>
      </div>
      {tenant.variant && <RoleVariant page={page} tenant={tenant} variant={tenant.variant} />}
      {varied && (
        <p className="ml-5">
          Variant <span className="text-sm font-semibold text-primary">in the draft</span>
        </p>
      )}
      {isVarying && <VariantForm page={page} tenant={tenant} onDone={() => setVarying(false)} />}
      {tenant.groups.map((group) => (
        <Bound key={group.binding} role={role} tenant={tenant} group={group} />
      ))}
      {drafted.map((one) => (
        <p key={one.id} className="ml-5">
          As the group “{one.fields.group}” <span className="text-sm font-semibold text-primary">in the draft</span>
        </p>
      ))}
      {isOpen && <Bind role={role} tenant={tenant} onDone={() => setOpen(false)} />}
    </li>
  );
}

function Bound({ role, tenant, group }: { role: Page["role"]; tenant: PlaceTenant; group: BoundGroup }) {
  return (
    <div className="ml-5 flex min-h-7 items-center gap-2">
      <span>
        As the group <b className="font-semibold">“{group.name}”</b>
        {group.area && ` at ${group.area}`}
        <span className="text-soft"> · {boundWords(group)}</span>
      </span>
      <span className="ml-auto">
        <EndButton
          draft={`${role.name} in ${tenant.title}`}
          entry={entry("binding.end", { binding: group.binding })}
          label={`Stop provisioning ${role.name} as “${group.name}” in ${tenant.title}`}
          words="Stop"
        />
      </span>
    </div>
  );
}

/** A new group, or one that the tenant has already. */
function Bind({ role, tenant, onDone }: { role: Page["role"]; tenant: PlaceTenant; onDone: () => void }) {
  const there = useQuery(groupsThereQuery(tenant.id));
  const { act, isPending, error } = useAct();
  const [name, setName] = useState(role.name);
  const [found, setFound] = useState("");
  const [area, setArea] = useState("");
  const known = there.data?.find((one) => one.remoteId === found);
  return (
    <form
      className="mt-1 ml-5 flex flex-wrap items-end gap-3 border-t border-line pt-2"
      onSubmit={(event) => {
        event.preventDefault();
        act(
          `${role.name} in ${tenant.title}`,
          entry("binding.make", {
            id: newId(),
            role: role.id,
            tenant: tenant.id,
            group: known?.name ?? name.trim(),
            ...(known === undefined ? {} : { found }),
            ...(area === "" ? {} : { area }),
          }),
        );
        onDone();
      }}
    >
      <label className="w-64 text-xs font-semibold text-soft">
        Group
        <select
          className="select mt-0.5 h-8 w-full font-normal text-base-content"
          value={found}
          onChange={(event) => setFound(event.target.value)}
        >
          <option value="">New group, created by Wexa</option>
          {(there.data ?? []).map((one) => (
            <option key={one.remoteId} value={one.remoteId}>
              {one.name} ({count(one.members, "member")} there)
            </option>
          ))}
        </select>
      </label>
      {known === undefined && (
        <label className="w-56 text-xs font-semibold text-soft">
          Name in the tenant
          <input
            className="input mt-0.5 h-8 w-full font-normal text-base-content"
            required
            maxLength={200}
            value={name}
            onChange={(event) => setName(event.target.value)}
          />
        </label>
      )}
      {tenant.areas.length > 0 && (
        <label className="w-48 text-xs font-semibold text-soft">
          Where the group grants it
          <select
            className="select mt-0.5 h-8 w-full font-normal text-base-content"
            value={area}
            onChange={(event) => setArea(event.target.value)}
          >
            <option value="">Everywhere</option>
            {tenant.areas.map((one) => (
              <option key={one.id} value={one.id}>
                {one.name}
              </option>
            ))}
          </select>
        </label>
      )}
      <button type="submit" className="btn btn-primary btn-sm" disabled={isPending}>
        Add to the draft
      </button>
      <button type="button" className="btn btn-ghost btn-sm" onClick={onDone}>
        Cancel
      </button>
      {known !== undefined && (
        <p className="w-full text-sm text-soft">
          People with the role are added to the group. Its other members stay and are shown as differences.
        </p>
      )}
      <Told error={error} />
    </form>
  );
}
