import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { useState } from "react";
import { entry, useAct } from "../api/drafts";
import type { Schemas } from "../api/client";
import { catalogueQuery, personFieldsQuery } from "../api/queries";
import { rolePlacesQuery, rolesQuery } from "../api/roleQueries";
import { ValueInput } from "../fields/ValueInput";
import { Choose } from "../ui/choose";
import { PlainDay } from "../ui/plainDay";
import { Picker } from "../ui/picker";
import { Told } from "../ui/plainField";
import { usePrepareMany } from "./mutations";
import { actWords } from "./table";
import type { ManyAct } from "./SelectionBar";

type Wanted = Omit<Schemas["ActInput"], "people" | "act">;

/** Offboarding has a form of its own. */
type PlainAct = Exclude<ManyAct, "OFFBOARD">;

const NAMES: Record<PlainAct, string> = {
  ADD_TO_GROUP: "Add to a group",
  REMOVE_FROM_GROUP: "Remove from a group",
  GIVE_ROLE: "Give a role",
  EXTEND: "Extend",
  OPEN_ACCOUNTS: "Open accounts",
  SET_FIELD: "Set a field",
};

const HAVE_LAST_DAY: readonly ManyAct[] = ["ADD_TO_GROUP", "GIVE_ROLE", "EXTEND"];

/** One act on several people: what it needs, whom it leaves out and why, and the way into the draft. */
export function ManyActs({ act, people, onDone }: { act: PlainAct; people: readonly string[]; onDone: () => void }) {
  const [wanted, setWanted] = useState<Wanted>({});
  const { act: put, isPending, error } = useAct();
  const prepare = usePrepareMany();
  const set = (next: Wanted) => {
    prepare.reset();
    setWanted({ ...wanted, ...next });
  };
  const isReady =
    (act === "EXTEND" && (wanted.until ?? "") !== "") ||
    (act === "SET_FIELD" && wanted.field !== undefined) ||
    (act === "OPEN_ACCOUNTS" && wanted.tenant !== undefined) ||
    (act === "GIVE_ROLE" && wanted.role !== undefined && wanted.tenant !== undefined) ||
    ((act === "ADD_TO_GROUP" || act === "REMOVE_FROM_GROUP") && wanted.group !== undefined);
  const found = prepare.data;
  return (
    <div role="group" aria-label={NAMES[act]} className="card-plain mt-1.5 px-3 py-2">
      <div className="flex flex-wrap items-end gap-3">
        {(act === "ADD_TO_GROUP" || act === "REMOVE_FROM_GROUP") && <GroupChoice wanted={wanted} onChange={set} />}
        {act === "GIVE_ROLE" && <RoleChoice wanted={wanted} people={people} onChange={set} />}
        {act === "OPEN_ACCOUNTS" && <TenantChoice wanted={wanted} onChange={set} />}
        {act === "SET_FIELD" && <FieldChoice wanted={wanted} onChange={set} />}
        {HAVE_LAST_DAY.includes(act) && (
          <PlainDay
            label={act === "EXTEND" ? "New last day" : "Last day, if there is one"}
            value={wanted.until ?? ""}
            onKeep={(until) => set({ until })}
          />
        )}
        {found === undefined ? (
          <button
            type="button"
            className="btn btn-primary btn-sm"
            disabled={!isReady || prepare.isPending}
            onClick={() => prepare.mutate({ ...wanted, act, people: [...people] })}
          >
            Prepare
          </button>
        ) : (
          <button
            key="add"
            type="button"
            className="btn btn-primary btn-sm"
            // it stands where Prepare stood, which had the focus
            autoFocus
            disabled={found.entries.length === 0 || isPending}
            onClick={() => {
              put(
                `${NAMES[act]}: ${actWords(found.entries.length, 0)}`,
                ...found.entries.map((one) => entry(one.form, one.fields)),
              );
              onDone();
            }}
          >
            Add {found.entries.length} to the draft
          </button>
        )}
        {found !== undefined && <b className="font-semibold">{actWords(found.entries.length, found.left.length)}</b>}
      </div>
      {found !== undefined && found.left.length > 0 && (
        <ul className="mt-1.5 max-h-28 overflow-auto text-sm text-soft">
          {found.left.map((one) => (
            <li key={one.person}>
              {one.name} {one.why}
            </li>
          ))}
        </ul>
      )}
      <Told error={prepare.error ?? error} />
    </div>
  );
}

interface Chooses {
  wanted: Wanted;
  onChange: (next: Wanted) => void;
}

function Chosen({ name, onChange }: { name: string; onChange: () => void }) {
  return (
    <span className="flex h-8 items-center gap-2">
      <b className="font-semibold">{name}</b>
      <button type="button" className="btn btn-xs" onClick={onChange}>
        Change
      </button>
    </span>
  );
}

function GroupChoice({ wanted, onChange }: Chooses) {
  const groups = useQuery(catalogueQuery).data?.groups ?? [];
  const chosen = groups.find((one) => one.id === wanted.group);
  return chosen === undefined ? (
    <div className="w-64">
      <Picker
        label="Group"
        placeholder="Find a group"
        choices={groups.map((one) => ({ id: one.id, name: one.name, note: one.description, source: "Groups" }))}
        onPick={(group) => onChange({ group })}
      />
    </div>
  ) : (
    <Chosen name={chosen.name} onChange={() => onChange({ group: undefined })} />
  );
}

/** They stand in the address of the page that gives a role at several places. */
const MOST_IN_ADDRESS = 100;

function RoleChoice({ wanted, people, onChange }: Chooses & { people: readonly string[] }) {
  const roles = useQuery(rolesQuery).data ?? [];
  const chosen = roles.find((one) => one.id === wanted.role);
  const places = useQuery({ ...rolePlacesQuery(wanted.role ?? ""), enabled: wanted.role !== undefined }).data ?? [];
  if (chosen === undefined) {
    return (
      <div className="w-64">
        <Picker
          label="Role"
          placeholder="Find a role"
          choices={roles
            .filter((one) => one.stage === "OPEN")
            .map((one) => ({ id: one.id, name: one.name, note: one.description, source: one.apps.join(", ") }))}
          onPick={(role) => onChange({ role })}
        />
      </div>
    );
  }
  const at = wanted.tenant === undefined ? "" : `${wanted.tenant} ${wanted.area ?? ""}`;
  return (
    <>
      <Chosen name={chosen.name} onChange={() => onChange({ role: undefined, tenant: undefined, area: undefined })} />
      <div>
        <label htmlFor="many-place" className="block text-xs font-semibold text-soft">
          Where
        </label>
        <select
          id="many-place"
          className="select h-8"
          value={at}
          onChange={(event) => {
            const [tenant, area] = event.target.value.split(" ");
            onChange({
              tenant: tenant === "" ? undefined : tenant,
              area: area === "" || area === undefined ? undefined : area,
            });
          }}
        >
          <option value="">Choose a place</option>
          {places.map((tenant) => (
            <optgroup key={tenant.id} label={tenant.title}>
              {!tenant.needsArea && <option value={`${tenant.id} `}>everywhere in {tenant.title}</option>}
              {tenant.areas.map((area) => (
                <option key={area.id} value={`${tenant.id} ${area.id}`}>
                  {area.name}
                </option>
              ))}
            </optgroup>
          ))}
        </select>
      </div>
      {people.length <= MOST_IN_ADDRESS && (
        <Link
          to="/roles/give"
          search={(before) => ({
            draft: before.draft,
            role: wanted.role ?? undefined,
            to: people.map((one) => `person:${one}`),
          })}
          className="btn btn-ghost btn-sm"
        >
          Several places…
        </Link>
      )}
    </>
  );
}

function FieldChoice({ wanted, onChange }: Chooses) {
  const fields = useQuery(personFieldsQuery).data ?? [];
  const chosen = fields.find((one) => one.id === wanted.field);
  return (
    <>
      <Choose
        className="w-48"
        label="Field"
        value={wanted.field ?? ""}
        onChange={(field) => onChange({ field: field === "" ? undefined : field, value: undefined })}
      >
        <option value="">Choose a field</option>
        {fields.map((field) => (
          <option key={field.id} value={field.id}>
            {field.label}
          </option>
        ))}
      </Choose>
      {chosen !== undefined && (
        <div className="w-56">
          <ValueInput
            key={chosen.id}
            field={{ ...chosen, label: "Value; empty clears it" }}
            value={wanted.value ?? ""}
            onChange={(value) => onChange({ value })}
          />
        </div>
      )}
    </>
  );
}

function TenantChoice({ wanted, onChange }: Chooses) {
  const tenants = useQuery(catalogueQuery).data?.tenants ?? [];
  return (
    <div>
      <label htmlFor="many-tenant" className="block text-xs font-semibold text-soft">
        Tenant
      </label>
      <select
        id="many-tenant"
        className="select h-8"
        value={wanted.tenant ?? ""}
        onChange={(event) => onChange({ tenant: event.target.value === "" ? undefined : event.target.value })}
      >
        <option value="">Choose a tenant</option>
        {tenants.map((tenant) => (
          <option key={tenant.id} value={tenant.id}>
            {tenant.name}
          </option>
        ))}
      </select>
    </div>
  );
}
