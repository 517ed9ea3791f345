import { useQuery } from "@tanstack/react-query";
import { useId, useState } from "react";
import { type Schemas } from "../api/client";
import { unitsQuery } from "../api/queries";
import { useMay, useMayEverywhere } from "../session/hooks";
import { PlainField, problemOf, Told } from "../ui/plainField";
import { Read } from "../ui/states";
import { count } from "../ui/words";
import { NewMark } from "../ui/new";
import { keyOf } from "./steps";
import { useMakeUnit } from "./mutations";
import { UnitForm } from "./UnitForm";

type Unit = Schemas["UnitView"];

/** The organisation's units as a tree, and the making of another one. */
export function Units() {
  const units = useQuery(unitsQuery);
  const mayGovern = useMayEverywhere("GOVERN");
  return (
    <Read of={units} what="units">
      {(data) => (
        <>
          {data.length > 0 && (
            <ul className="mt-2">
              <Branch units={data} parent={null} depth={0} />
            </ul>
          )}
          {mayGovern && <Make units={data} />}
        </>
      )}
    </Read>
  );
}

function Branch({ units, parent, depth }: { units: Unit[]; parent: string | null; depth: number }) {
  return units
    .filter((unit) => (unit.parent ?? null) === parent)
    .map((unit) => (
      <li key={unit.id}>
        <Line unit={unit} units={units} depth={depth} />
        <ul>
          <Branch units={units} parent={unit.id} depth={depth + 1} />
        </ul>
      </li>
    ));
}

function Line({ unit, units, depth }: { unit: Unit; units: Unit[]; depth: number }) {
  const mayPrepare = useMay("PREPARE");
  const hasParts = units.some((one) => one.parent === unit.id);
  const [isOpen, setOpen] = useState(false);
  return (
    <div className="border-b border-line py-0.5" style={{ paddingLeft: `${depth * 1.25}rem` }}>
      <div className="flex min-h-8 items-center gap-3">
        <b className="font-semibold">
          <NewMark isNew={unit.isNew} />
          {unit.name}
        </b>
        <span className="font-mono text-sm text-soft">{unit.key}</span>
        <span className="min-w-0 flex-1 truncate text-sm text-soft">
          {[unit.managerName && `led by ${unit.managerName}`, unit.costCentre && `cost centre ${unit.costCentre}`]
            .filter((part) => part)
            .join(" · ")}
        </span>
        <span className="shrink-0 text-sm text-soft">
          {unit.people === 0 ? (hasParts ? "nobody directly" : "nobody") : count(unit.people, "person", "people")}
        </span>
        {mayPrepare && (
          <button
            type="button"
            className="btn btn-xs"
            aria-expanded={isOpen}
            aria-label={`Change ${unit.name}`}
            onClick={() => setOpen(!isOpen)}
          >
            {isOpen ? "Close" : "Change"}
          </button>
        )}
      </div>
      {isOpen && <UnitForm unit={unit} units={units} onDone={() => setOpen(false)} />}
    </div>
  );
}

function Make({ units }: { units: Unit[] }) {
  const id = useId();
  const [name, setName] = useState("");
  const [typedKey, setKey] = useState<string>();
  const [parent, setParent] = useState("");
  const key = typedKey ?? keyOf(name);
  const make = useMakeUnit();
  return (
    <form
      className="max-w-3xl"
      onSubmit={(event) => {
        event.preventDefault();
        make.mutate(
          { name, key, ...(parent === "" ? {} : { parent }) },
          {
            onSuccess: () => {
              setName("");
              setKey(undefined);
            },
          },
        );
      }}
    >
      <div className="grid grid-cols-[1.3fr_1fr_1fr_auto] items-start gap-3">
        <PlainField
          label="Name of another unit"
          value={name}
          problem={problemOf(make.error, "name")}
          onChange={setName}
        />
        <PlainField label="Short name" value={key} problem={problemOf(make.error, "key")} onChange={setKey} />
        <div className="mt-3">
          <label htmlFor={id} className="block text-xs font-semibold text-soft">
            Part of
          </label>
          <select
            id={id}
            className="select mt-0.5 w-full"
            value={parent}
            onChange={(event) => setParent(event.target.value)}
          >
            <option value="">(top level)</option>
            {units.map((unit) => (
              <option key={unit.id} value={unit.id}>
                {unit.name}
              </option>
            ))}
          </select>
        </div>
        <button type="submit" className="btn mt-7.5 h-8" disabled={make.isPending}>
          Make the unit
        </button>
      </div>
      <Told error={make.error} />
    </form>
  );
}
