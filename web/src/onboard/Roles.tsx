import { useState } from "react";
import { entriesOf, entry, newId, useDraft, type Draft } from "../api/drafts";
import type { Schemas } from "../api/client";
import { Picker } from "../ui/picker";
import { TenantDot } from "../ui/tenants";
import { count } from "../ui/words";
import { Step } from "./Step";

type Catalogue = Schemas["CatalogueView"];

/** Roles given directly, and where they reach. What comes through groups stands with the groups, locked. */
export function Roles({
  draft,
  person,
  choices,
  from,
}: {
  draft: Draft;
  person: string;
  choices: Catalogue;
  from: string | undefined;
}) {
  const { put, set, take } = useDraft(draft.id);
  const [role, setRole] = useState<string>();
  const assignments = entriesOf(draft, "assignment.give");
  const throughGroups = entriesOf(draft, "membership.put").flatMap((one) => {
    const group = choices.groups.find((candidate) => candidate.id === one.fields.group);
    return group === undefined ? [] : group.gives.map((gives) => ({ gives, group: group.name }));
  });
  const engagement = entriesOf(draft, "engagement.begin")[0]?.fields.id;
  const picked = choices.roles.find((one) => one.id === role);
  const fitting = choices.tenants.filter(
    (tenant) => tenant.takesRoles && picked?.apps.includes(tenant.path.split("/")[0] ?? "") === true,
  );
  const give = (tenant: string) => {
    const fields: Record<string, string> = {
      id: newId(),
      subject: `person:${person}`,
      role: role ?? "",
      tenant,
    };
    if (engagement !== undefined) {
      fields.engagement = engagement;
    }
    if (from !== undefined) {
      fields.from = from;
    }
    put(entry("assignment.give", fields));
    setRole(undefined);
  };
  return (
    <Step number={5} title="Roles, and where they reach" isDone={assignments.length + throughGroups.length > 0} isLast>
      <ul className="mb-2 space-y-1.5">
        {throughGroups.map((one) => (
          <li key={`${one.group} ${one.gives}`} className="text-soft">
            <span className="rounded border border-base-300 px-2 py-0.5">{one.gives}</span> from {one.group}
          </li>
        ))}
        {assignments.map((one) => {
          const given = choices.roles.find((candidate) => candidate.id === one.fields.role);
          const tenant = choices.tenants.find((candidate) => candidate.id === one.fields.tenant);
          const inert = one.findings.find((finding) => finding.code === "assignment.inert");
          const nearest = tenant?.areas.find((area) => area.key === inert?.facts.nearest);
          return (
            <li key={one.id} className="flex flex-wrap items-center gap-2">
              {tenant !== undefined && <TenantDot colour={tenant.colour} />}
              <b className="-ml-2 font-semibold">{given?.name ?? "role"}</b>
              <span className="text-soft">
                in {tenant?.app} {tenant?.name}
                {one.fields.from ? ` from ${one.fields.from}` : ""}, at
              </span>
              <select
                aria-label={`Where ${given?.name ?? "the role"} reaches`}
                name={`${one.id}.area`}
                className={`select h-7 w-60 ${inert === undefined ? "" : "select-error"}`}
                value={
                  tenant?.areas.find((area) => area.id === one.fields.area || area.key === one.fields.area)?.id ?? ""
                }
                onChange={(event) => set(one, { area: event.target.value })}
              >
                <option value="">{tenant?.needsArea === true ? "nowhere yet" : "everywhere"}</option>
                {tenant?.areas.map((area) => (
                  <option key={area.id} value={area.id}>
                    {"\u2003".repeat(area.depth)}
                    {area.name}
                    {area.people > 0 && ` · ${count(area.people, "person", "people")}`}
                  </option>
                ))}
              </select>
              <button
                type="button"
                className="cursor-pointer rounded px-1 text-soft hover:bg-chosen"
                aria-label={`Take ${given?.name ?? "the role"} out of the draft`}
                onClick={() => take(one.id)}
              >
                ×
              </button>
              {inert !== undefined && (
                <span className="text-sm font-semibold text-error">
                  “{given?.name}” grants nothing without an area.
                  {nearest !== undefined && (
                    <button
                      type="button"
                      className="ml-1 cursor-pointer underline"
                      onClick={() => set(one, { area: nearest.id })}
                    >
                      Use {nearest.name}
                    </button>
                  )}
                </span>
              )}
            </li>
          );
        })}
      </ul>
      {picked === undefined ? (
        <Picker
          label="Give a role"
          hideLabel
          placeholder="Give a role…"
          choices={choices.roles.map((one) => ({ id: one.id, name: one.name, note: one.description }))}
          onPick={(id) => {
            setRole(id);
          }}
        />
      ) : (
        <div className="flex flex-wrap items-center gap-2" role="group" aria-label={`Where to give ${picked.name}`}>
          <span>
            <b className="font-semibold">{picked.name}</b> in
          </span>
          {fitting.map((tenant) => (
            <button key={tenant.id} type="button" className="btn btn-sm" onClick={() => give(tenant.id)}>
              <TenantDot colour={tenant.colour} />
              {tenant.app} {tenant.name}
            </button>
          ))}
          <button type="button" className="btn btn-ghost btn-sm" onClick={() => setRole(undefined)}>
            Not this role
          </button>
        </div>
      )}
    </Step>
  );
}
