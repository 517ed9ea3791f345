import { useState } from "react";
import { entry, useAct } from "../api/drafts";
import type { Schemas } from "../api/client";
import { Choose } from "../ui/choose";
import { PersonPicker } from "../ui/personPicker";
import { PlainField, Told } from "../ui/plainField";
import { changesOf, notBelow, type UnitTyped } from "./unitChanges";

type Unit = Schemas["UnitView"];

/** Changes a unit, moves it below another, or merges it into another: always as a draft, which shows what follows. */
export function UnitForm({ unit, units, onDone }: { unit: Unit; units: Unit[]; onDone: () => void }) {
  const [typed, setTyped] = useState<UnitTyped>({
    name: unit.name,
    parent: unit.parent ?? "",
    zone: unit.zone,
    manager: unit.manager ?? "",
    cost: unit.costCentre ?? "",
  });
  const [managerName, setManagerName] = useState(unit.managerName ?? "");
  const [into, setInto] = useState("");
  const { actThen, isPending, error } = useAct();
  const others = notBelow(unit, units);
  const changes = changesOf(unit, typed);
  const set = (more: Partial<UnitTyped>) => setTyped({ ...typed, ...more });
  return (
    <form
      className="card-plain my-1.5 p-3"
      onSubmit={(event) => {
        event.preventDefault();
        actThen("Units", [entry("unit.edit", { unit: unit.id, ...changes })], onDone);
      }}
    >
      <div className="grid grid-cols-2 gap-x-3">
        <PlainField label="Name" value={typed.name} onChange={(name) => set({ name })} />
        <Choose className="mt-3" label="Part of" value={typed.parent} onChange={(parent) => set({ parent })}>
          <option value="">(top level)</option>
          {others.map((one) => (
            <option key={one.id} value={one.id}>
              {one.name}
            </option>
          ))}
        </Choose>
        <PlainField
          label="Cost centre"
          isOptional
          hint="Empty: that of the unit above."
          value={typed.cost}
          onChange={(cost) => set({ cost })}
        />
        <Choose className="mt-3" label="Time zone" value={typed.zone} onChange={(zone) => set({ zone })}>
          {zonesWith(unit.zone).map((zone) => (
            <option key={zone} value={zone}>
              {zone}
            </option>
          ))}
        </Choose>
        <div className="mt-3">
          <span className="block text-xs font-semibold text-soft">Led by</span>
          {typed.manager === "" ? (
            <PersonPicker
              label="Who leads the unit"
              placeholder="Name"
              onPick={(person) => {
                set({ manager: person.id });
                setManagerName(person.name);
              }}
            />
          ) : (
            <p className="mt-1 flex items-center gap-2">
              <b className="font-semibold">{managerName}</b>
              <button type="button" className="btn btn-xs" onClick={() => set({ manager: "" })}>
                Remove
              </button>
            </p>
          )}
        </div>
      </div>
      <div className="mt-3 flex flex-wrap items-end gap-3">
        <button
          type="submit"
          className="btn btn-primary btn-sm"
          disabled={Object.keys(changes).length === 0 || isPending}
        >
          Add to a draft
        </button>
        <span className="flex-1" />
        <Choose className="mt-3" label="Or merge it into" value={into} onChange={setInto}>
          <option value="">choose a unit</option>
          {others.map((one) => (
            <option key={one.id} value={one.id}>
              {one.name}
            </option>
          ))}
        </Choose>
        <button
          type="button"
          className="btn btn-sm"
          disabled={into === "" || isPending}
          onClick={() => actThen("Units", [entry("unit.merge", { unit: unit.id, into })], onDone)}
        >
          Merge, as a draft
        </button>
      </div>
      <Told error={error} />
    </form>
  );
}

/** What browsers know, and the unit's own zone, which may be none of these. */
function zonesWith(own: string): string[] {
  const known = Intl.supportedValuesOf("timeZone");
  return known.includes(own) ? known : [own, ...known];
}
