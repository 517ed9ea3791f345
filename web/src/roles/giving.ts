import type { Schemas } from "../api/client";
import { entry, type EntryInput } from "../api/drafts";

type PlaceTenant = Schemas["PlaceTenant"];
type PlaceArea = PlaceTenant["areas"][number];

/** A tenant, or one of its areas, at which a role is to be given. */
export interface Place {
  tenant: string;
  area?: string;
}

export function isSame(one: Place, other: Place): boolean {
  return one.tenant === other.tenant && one.area === other.area;
}

export function toggledPlace(places: readonly Place[], place: Place): Place[] {
  return places.some((one) => isSame(one, place)) ? places.filter((one) => !isSame(one, place)) : [...places, place];
}

/** The areas above one, nearest first. */
function above(areas: readonly PlaceArea[], id: string): string[] {
  const found: string[] = [];
  let at = areas.find((area) => area.id === id)?.parent;
  while (at !== undefined && at !== null) {
    found.push(at);
    at = areas.find((area) => area.id === at)?.parent;
  }
  return found;
}

/** Whether a place lies inside another one that is chosen as well, so that it adds nothing. */
export function isCovered(places: readonly Place[], place: Place, tenant: PlaceTenant): boolean {
  if (place.area === undefined) {
    return false;
  }
  const wider = above(tenant.areas, place.area);
  return places.some((one) => one.tenant === place.tenant && (one.area === undefined || wider.includes(one.area)));
}

/** How many areas a place reaches, itself and those inside. */
export function reach(place: Place, tenant: PlaceTenant): number {
  return place.area === undefined
    ? tenant.areas.length
    : 1 + (tenant.areas.find((area) => area.id === place.area)?.below ?? 0);
}

export interface Terms {
  from: string;
  until: string;
  because: string;
}

/** An entry for each of the subjects at each of the places. */
export function entriesOfGiving(
  role: string,
  subjects: readonly string[],
  places: readonly Place[],
  terms: Terms,
): EntryInput[] {
  const given = Object.fromEntries(Object.entries(terms).filter(([, value]) => (value as string).trim() !== ""));
  return subjects.flatMap((subject) =>
    places.map((place) =>
      entry("assignment.give", {
        id: crypto.randomUUID(),
        subject,
        role,
        tenant: place.tenant,
        ...(place.area === undefined ? {} : { area: place.area }),
        ...(given as Partial<Terms>),
      }),
    ),
  );
}
