import type { Schemas } from "../api/client";

type Known = Pick<Schemas["AdministratorView"], "tenants" | "units"> & { seesScopeOnly?: boolean };
type Named = { id: string; name: string };

/** Where an administrator may change something, in a few words. */
export function reachWords(
  known: Known,
  tenants: readonly (Named & { app: string })[],
  units: readonly Named[],
): string {
  const some = (ids: readonly string[], all: readonly Named[]) =>
    ids.length === 0
      ? "none"
      : all
          .filter((one) => ids.includes(one.id))
          .map((one) => one.name)
          .join(", ");
  const named = tenants.map((tenant) => ({ id: tenant.id, name: `${tenant.app} ${tenant.name}` }));
  const parts = [
    known.tenants ? some(known.tenants, named) : undefined,
    known.units ? `people of ${some(known.units, units)}` : undefined,
  ].filter((part) => part !== undefined);
  if (parts.length === 0) {
    return "everywhere";
  }
  return parts.join("; ") + (known.seesScopeOnly === true ? "; sees nothing else" : "");
}

/** The list with one more or one less. */
export function toggled(ids: readonly string[], id: string): string[] {
  return ids.includes(id) ? ids.filter((one) => one !== id) : [...ids, id];
}
