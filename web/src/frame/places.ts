/** A place that Find leads to, with the other words that the trade has for it. */
export interface Place {
  name: string;
  to: "/people" | "/roles" | "/tenants" | "/groups" | "/log";
  also: readonly string[];
}

export const PLACES_BY_WORD: readonly Place[] = [
  { name: "Seats and accounts, by tenant", to: "/tenants", also: ["licence", "license", "seat pool", "entitlement"] },
  { name: "Roles and permission sets", to: "/roles", also: ["entitlement", "privilege", "permission", "profile"] },
  {
    name: "Conflict rules",
    to: "/roles",
    also: ["separation of duties", "segregation of duties", "sod", "toxic combination"],
  },
  {
    name: "What people can do, and why",
    to: "/people",
    also: ["recertification", "certification", "attestation", "access review", "effective access"],
  },
  {
    name: "End an engagement: choose the person",
    to: "/people",
    also: ["terminate", "termination", "offboard", "leaver", "deprovision"],
  },
  { name: "Groups and their rules", to: "/groups", also: ["dynamic group", "distribution list"] },
  { name: "Who changed what and when", to: "/log", also: ["audit trail", "audit log", "history"] },
];

/** The places that some typed words mean: those whose name has them, or another of whose names begins with them. */
export function placesFor(typed: string): readonly Place[] {
  const words = typed.trim().toLowerCase();
  return words === ""
    ? []
    : PLACES_BY_WORD.filter(
        (place) =>
          place.name.toLowerCase().includes(words) ||
          place.also.some((other) => other.startsWith(words) || other.split(" ").some((one) => one.startsWith(words))),
      );
}
