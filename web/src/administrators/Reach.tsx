import { useState } from "react";
import { type Schemas } from "../api/client";
import { PersonPicker } from "../ui/personPicker";
import { Told } from "../ui/plainField";
import { toggled } from "./reachWords";
import { useSetScope } from "./mutations";

type Known = Schemas["AdministratorView"];

/** Where somebody may change something, and who of the people they are. */
export function Reach({
  known,
  tenants,
  units,
  onDone,
}: {
  known: Known;
  tenants: Schemas["TenantRow"][];
  units: Schemas["UnitView"][];
  onDone: () => void;
}) {
  const [inTenants, setInTenants] = useState<string[] | undefined>(known.tenants ?? undefined);
  const [inUnits, setInUnits] = useState<string[] | undefined>(known.units ?? undefined);
  const [seesScopeOnly, setSeesScopeOnly] = useState(known.seesScopeOnly);
  const hasLimit = inTenants !== undefined || inUnits !== undefined;
  const [person, setPerson] = useState(
    known.person ? { id: known.person, name: known.personName ?? "somebody who is gone" } : undefined,
  );
  const set = useSetScope(known.id);
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        set.mutate(
          {
            scope: {
              ...(inTenants === undefined ? {} : { tenants: inTenants }),
              ...(inUnits === undefined ? {} : { units: inUnits }),
              seesScopeOnly: hasLimit && seesScopeOnly,
            },
            person: person?.id,
          },
          { onSuccess: onDone },
        );
      }}
    >
      <div className="grid gap-6 min-[1000px]:grid-cols-[1fr_1fr_1fr]">
        <Some
          title="In which tenants"
          all="in all, also those to come"
          choices={tenants.map((tenant) => ({ id: tenant.id, name: `${tenant.app} ${tenant.name}` }))}
          chosen={inTenants}
          onChoose={setInTenants}
        />
        <Some
          title="For whose people"
          all="for everybody"
          choices={units.map((unit) => ({ id: unit.id, name: unit.name }))}
          chosen={inUnits}
          onChoose={setInUnits}
        />
        <div>
          <b className="text-sm">Who of the people it is</b>
          <p className="text-sm text-soft">Only then it can be seen whether a draft gives them more.</p>
          {person === undefined ? (
            <PersonPicker label={`Who ${known.name} is`} placeholder="Type a name" onPick={setPerson} />
          ) : (
            <p className="mt-1 flex items-center gap-2">
              <b className="font-semibold">{person.name}</b>
              <button type="button" className="btn btn-xs" onClick={() => setPerson(undefined)}>
                Somebody else
              </button>
            </p>
          )}
        </div>
      </div>
      {hasLimit && (
        <label className="mt-3 flex cursor-pointer items-start gap-2">
          <input
            type="checkbox"
            className="checkbox checkbox-sm mt-0.5"
            checked={seesScopeOnly}
            onChange={() => setSeesScopeOnly(!seesScopeOnly)}
          />
          <span>
            {known.name} sees nothing outside this scope
            <span className="block text-sm text-soft">
              Only for administrators who just look. They see the people of these units who have an account in these
              tenants, and what those people can do there.
            </span>
          </span>
        </label>
      )}
      <Told error={set.error} />
      <button type="submit" className="btn btn-primary btn-sm mt-3" disabled={set.isPending}>
        Save
      </button>
    </form>
  );
}

function Some({
  title,
  all,
  choices,
  chosen,
  onChoose,
}: {
  title: string;
  all: string;
  choices: { id: string; name: string }[];
  chosen: string[] | undefined;
  onChoose: (chosen: string[] | undefined) => void;
}) {
  return (
    <fieldset>
      <legend className="text-sm font-bold">{title}</legend>
      <label className="flex min-h-7 cursor-pointer items-center gap-2">
        <input
          type="radio"
          className="radio radio-sm"
          checked={chosen === undefined}
          onChange={() => onChoose(undefined)}
        />
        {all}
      </label>
      <label className="flex min-h-7 cursor-pointer items-center gap-2">
        <input
          type="radio"
          className="radio radio-sm"
          checked={chosen !== undefined}
          onChange={() => onChoose(chosen ?? [])}
        />
        only these:
      </label>
      {chosen !== undefined && (
        <div className="max-h-48 overflow-auto pl-7">
          {choices.map((one) => (
            <label key={one.id} className="flex min-h-7 cursor-pointer items-center gap-2">
              <input
                type="checkbox"
                className="checkbox checkbox-sm"
                checked={chosen.includes(one.id)}
                onChange={() => onChoose(toggled(chosen, one.id))}
              />
              {one.name}
            </label>
          ))}
        </div>
      )}
    </fieldset>
  );
}
