import { useQuery } from "@tanstack/react-query";
import { useEffect, useId, useState } from "react";
import { entry, newId, useAct } from "../api/drafts";
import type { Schemas } from "../api/client";
import { groupsThereQuery, valuesThereQuery } from "../api/tenantQueries";
import { rolePlacesQuery } from "../api/roleQueries";
import { EndButton } from "../changes/EndButton";
import { useMay } from "../session/hooks";
import { Told } from "../ui/plainField";
import { Read } from "../ui/states";
import { TenantDot } from "../ui/tenants";
import { count } from "../ui/words";
import { RoleVariant, VariantForm } from "./RoleVariant";
import { useOpenDraft } from "./useComposing";
import { boundWords, mannerWords, writtenWords } from "./writing";

type Page = Schemas["RolePage"];
type PlaceTenant = Schemas["PlaceTenant"];
type BoundAs = Schemas["BoundAs"];

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
    (one) =>
      (one.form === "binding.make" || one.form === "binding.value") &&
      one.fields.role === role.id &&
      one.fields.tenant === tenant.id,
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
              aria-label={`Add a variant of ${role.name} in ${tenant.title}`}
              onClick={() => setVarying(true)}
            >
              Add a variant
            </button>
          )}
          {mayPrepare && tenant.manners.length > 0 && !isOpen && tenant.bound.length <= tenant.areas.length && (
            <button
              type="button"
              className={`btn btn-xs ${tenant.isManaged ? "btn-ghost" : ""}`}
              aria-label={`Provision ${role.name} in ${tenant.title} in another way`}
              onClick={() => setOpen(true)}
            >
              {tenant.manners.length > 1
                ? "Provision as…"
                : tenant.bound.length === 0
                  ? "Provision as a group"
                  : "Add a group"}
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
      {tenant.bound.map((bound) => (
        <Bound key={bound.binding} role={role} tenant={tenant} bound={bound} />
      ))}
      {drafted.map((one) => (
        <p key={one.id} className="ml-5">
          As “{one.fields.group ?? one.fields.value}”{" "}
          <span className="text-sm font-semibold text-primary">in the draft</span>
        </p>
      ))}
      {isOpen && <Bind role={role} tenant={tenant} onDone={() => setOpen(false)} />}
    </li>
  );
}

function Bound({ role, tenant, bound }: { role: Page["role"]; tenant: PlaceTenant; bound: BoundAs }) {
  return (
    <div className="ml-5 flex min-h-7 items-center gap-2">
      <span>
        As {mannerWords(bound.manner)} <b className="font-semibold">“{bound.name}”</b>
        {bound.area && ` at ${bound.area}`}
        <span className="text-soft"> · {boundWords(bound)}</span>
      </span>
      <span className="ml-auto">
        <EndButton
          draft={`${role.name} in ${tenant.title}`}
          entry={entry("binding.end", { binding: bound.binding })}
          label={`Stop provisioning ${role.name} as “${bound.name}” in ${tenant.title}`}
          words="Stop"
        />
      </span>
    </div>
  );
}

/** A group, new or there already, or a value of the users' roles or entitlements. */
function Bind({ role, tenant, onDone }: { role: Page["role"]; tenant: PlaceTenant; onDone: () => void }) {
  const { act, isPending, error } = useAct();
  const [manner, setManner] = useState(tenant.manners[0] ?? "GROUP");
  const [target, setTarget] = useState<Target>();
  const [area, setArea] = useState("");
  return (
    <form
      className="mt-1 ml-5 flex flex-wrap items-end gap-3 border-t border-line py-2"
      onSubmit={(event) => {
        event.preventDefault();
        if (target === undefined || target.name.trim() === "") {
          return;
        }
        const where = { id: newId(), role: role.id, tenant: tenant.id, ...(area === "" ? {} : { area }) };
        const name = target.name.trim();
        act(
          `${role.name} in ${tenant.title}`,
          manner === "GROUP"
            ? entry("binding.make", {
                ...where,
                group: name,
                ...(target.found === undefined ? {} : { found: target.found }),
              })
            : entry("binding.value", {
                ...where,
                attribute: manner === "ROLE" ? "roles" : "entitlements",
                value: name,
              }),
        );
        onDone();
      }}
    >
      {tenant.manners.length > 1 && (
        <label className="w-56 text-xs font-semibold text-soft">
          As
          <select
            className="select mt-0.5 h-8 w-full font-normal text-base-content"
            value={manner}
            onChange={(event) => {
              setManner(event.target.value as BoundAs["manner"]);
              setTarget(undefined);
            }}
          >
            {tenant.manners.map((one) => (
              <option key={one} value={one}>
                {CHOICES[one]}
              </option>
            ))}
          </select>
        </label>
      )}
      {manner === "GROUP" ? (
        <GroupChoice role={role} tenant={tenant} onChange={setTarget} />
      ) : (
        <ValueChoice key={manner} tenant={tenant} manner={manner} onChange={setTarget} />
      )}
      {tenant.areas.length > 0 && (
        <label className="w-48 text-xs font-semibold text-soft">
          Where it grants the role
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
      <button type="submit" className="btn btn-primary btn-sm" disabled={isPending || target === undefined}>
        Add to the draft
      </button>
      <button type="button" className="btn btn-ghost btn-sm" onClick={onDone}>
        Cancel
      </button>
      {target?.found !== undefined && (
        <p className="w-full text-sm text-soft">
          People with the role are added to the group. Its other members stay and are shown as differences.
        </p>
      )}
      <Told error={error} />
    </form>
  );
}

interface Target {
  name: string;
  /** The tenant's own id of a group that it has already. */
  found?: string;
}

const CHOICES: Record<BoundAs["manner"], string> = {
  GROUP: "A group",
  ROLE: "A value of users' roles",
  ENTITLEMENT: "A value of users' entitlements",
};

function GroupChoice({
  role,
  tenant,
  onChange,
}: {
  role: Page["role"];
  tenant: PlaceTenant;
  onChange: (target: Target) => void;
}) {
  const there = useQuery(groupsThereQuery(tenant.id));
  const [name, setName] = useState(role.name);
  const [found, setFound] = useState("");
  useEffect(() => onChange({ name: role.name }), [role.name, onChange]);
  return (
    <>
      <label className="w-64 text-xs font-semibold text-soft">
        Group
        <select
          className="select mt-0.5 h-8 w-full font-normal text-base-content"
          value={found}
          onChange={(event) => {
            const known = there.data?.find((one) => one.remoteId === event.target.value);
            setFound(event.target.value);
            onChange(known === undefined ? { name } : { name: known.name, found: known.remoteId });
          }}
        >
          <option value="">New group, created by Wexa</option>
          {(there.data ?? []).map((one) => (
            <option key={one.remoteId} value={one.remoteId}>
              {one.name} ({count(one.members, "member")} there)
            </option>
          ))}
        </select>
      </label>
      {found === "" && (
        <label className="w-56 text-xs font-semibold text-soft">
          Name in the tenant
          <input
            className="input mt-0.5 h-8 w-full font-normal text-base-content"
            required
            maxLength={200}
            value={name}
            onChange={(event) => {
              setName(event.target.value);
              onChange({ name: event.target.value });
            }}
          />
        </label>
      )}
    </>
  );
}

/** Values that accounts there have already are offered; any other can be typed. */
function ValueChoice({
  tenant,
  manner,
  onChange,
}: {
  tenant: PlaceTenant;
  manner: BoundAs["manner"];
  onChange: (target: Target | undefined) => void;
}) {
  const there = useQuery(valuesThereQuery(tenant.id));
  const id = useId();
  const offered = (there.data ?? []).filter((one) => one.attribute === manner);
  return (
    <label className="w-64 text-xs font-semibold text-soft">
      Value
      <input
        className="input mt-0.5 h-8 w-full font-normal text-base-content"
        required
        maxLength={200}
        list={id}
        placeholder={offered.length > 0 ? `${count(offered.length, "value")} in use there` : "As the tenant knows it"}
        onChange={(event) => onChange(event.target.value.trim() === "" ? undefined : { name: event.target.value })}
      />
      <datalist id={id}>
        {offered.map((one) => (
          <option key={one.value} value={one.value}>
            {count(one.accounts, "account")}
          </option>
        ))}
      </datalist>
    </label>
  );
}
