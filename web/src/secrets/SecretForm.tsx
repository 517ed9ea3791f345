import { useQuery } from "@tanstack/react-query";
import { useId, useState } from "react";
import type { Schemas } from "../api/client";
import { tenantsQuery } from "../api/tenantQueries";
import { PersonPicker } from "../ui/personPicker";
import { PlainField, problemOf, Told } from "../ui/plainField";
import { useKeepSecret } from "./mutations";

interface Somebody {
  id: string;
  name: string;
}

/** A secret to keep track of: what it is for and who knows it, never the secret itself. */
export function SecretForm({ secret, onDone }: { secret?: Schemas["SharedSecretView"]; onDone: () => void }) {
  const id = useId();
  const tenants = useQuery(tenantsQuery);
  const keep = useKeepSecret(secret?.id);
  const [name, setName] = useState(secret?.name ?? "");
  const [place, setPlace] = useState(secret?.place ?? "");
  const [tenant, setTenant] = useState(secret?.tenant ?? "");
  const [owner, setOwner] = useState<Somebody | undefined>(secret?.owner);
  const [known, setKnown] = useState<Somebody[]>(secret?.known ?? []);
  return (
    <form
      className="card-plain mt-3 max-w-3xl px-4 pb-4"
      onSubmit={(event) => {
        event.preventDefault();
        keep.mutate(
          {
            name,
            place,
            owner: owner?.id ?? "",
            known: known.map((one) => one.id),
            ...(tenant === "" ? {} : { tenant }),
          },
          { onSuccess: onDone },
        );
      }}
    >
      <div className="grid grid-cols-2 gap-x-4">
        <PlainField
          label="Name"
          hint="Never the secret itself."
          autoFocus
          value={name}
          problem={problemOf(keep.error, "name")}
          onChange={setName}
        />
        <div className="mt-3">
          <label htmlFor={id} className="block text-xs font-semibold text-soft">
            Tenant
          </label>
          <select
            id={id}
            className="select mt-0.5 w-full"
            value={tenant}
            onChange={(event) => setTenant(event.target.value)}
          >
            <option value="">None</option>
            {tenants.data?.map((one) => (
              <option key={one.id} value={one.id}>
                {one.app} {one.name}
              </option>
            ))}
          </select>
        </div>
        <PlainField
          label={tenant === "" ? "Place" : "Place (optional)"}
          hint="For example, boat store, side door."
          isOptional={tenant !== ""}
          value={place}
          problem={problemOf(keep.error, "place")}
          onChange={setPlace}
        />
        <Person
          label="Owner"
          hint="Sees to it that it is changed."
          chosen={owner}
          problem={problemOf(keep.error, "owner")}
          onChoose={setOwner}
        />
      </div>
      <div className="mt-3" role="group" aria-label="Known to">
        <span className="block text-xs font-semibold text-soft">Known to</span>
        <ul className="mt-1 flex flex-wrap gap-1.5">
          {known.map((one) => (
            <li key={one.id} className="badge gap-1">
              {one.name}
              <button
                type="button"
                aria-label={`Remove ${one.name}`}
                onClick={() => setKnown(known.filter((other) => other.id !== one.id))}
              >
                ×
              </button>
            </li>
          ))}
        </ul>
        <div className="mt-1 w-72">
          <PersonPicker
            label="Who else knows it"
            placeholder="Add somebody…"
            onPick={(one) => setKnown([...known.filter((other) => other.id !== one.id), one])}
          />
        </div>
        {problemOf(keep.error, "known") && <p className="text-sm text-error">{problemOf(keep.error, "known")}</p>}
      </div>
      <Told error={keep.error} />
      <p className="mt-3 flex gap-2">
        <button
          type="submit"
          className="btn btn-primary btn-sm"
          disabled={keep.isPending || owner === undefined || known.length === 0}
        >
          Save
        </button>
        <button type="button" className="btn btn-sm" onClick={onDone}>
          Cancel
        </button>
      </p>
    </form>
  );
}

function Person({
  label,
  hint,
  chosen,
  problem,
  onChoose,
}: {
  label: string;
  hint: string;
  chosen: Somebody | undefined;
  problem: string | undefined;
  onChoose: (one: Somebody | undefined) => void;
}) {
  return (
    <div className="mt-3" role="group" aria-label={label}>
      <span className="block text-xs font-semibold text-soft">{label}</span>
      {chosen === undefined ? (
        <PersonPicker label={label} placeholder="Name" onPick={onChoose} />
      ) : (
        <p className="mt-1.5 flex items-center gap-2">
          <b className="font-semibold">{chosen.name}</b>
          <button type="button" className="btn btn-xs" onClick={() => onChoose(undefined)}>
            Change
          </button>
        </p>
      )}
      <p className={`text-xs ${problem === undefined ? "text-soft" : "text-error"}`}>{problem ?? hint}</p>
    </div>
  );
}
