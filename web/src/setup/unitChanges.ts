import type { Schemas } from "../api/client";

type Unit = Schemas["UnitView"];

export interface UnitTyped {
  name: string;
  parent: string;
  zone: string;
  manager: string;
  cost: string;
}

/** The fields of an entry that hold another value than the unit; what is cleared is empty. */
export function changesOf(unit: Unit, typed: UnitTyped): Record<string, string> {
  const before: UnitTyped = {
    name: unit.name,
    parent: unit.parent ?? "",
    zone: unit.zone,
    manager: unit.manager ?? "",
    cost: unit.costCentre ?? "",
  };
  const keys = ["name", "parent", "zone", "manager", "cost"] as const;
  return Object.fromEntries(
    keys.filter((key) => typed[key].trim() !== before[key]).map((key) => [key, typed[key].trim()]),
  );
}

/** Units that are neither the unit itself nor below it. */
export function notBelow(unit: Unit, units: readonly Unit[]): Unit[] {
  const below = new Set([unit.id]);
  for (let grown = true; grown;) {
    const more = units.filter((one) => one.parent && below.has(one.parent) && !below.has(one.id));
    more.forEach((one) => below.add(one.id));
    grown = more.length > 0;
  }
  return units.filter((one) => !below.has(one.id));
}
