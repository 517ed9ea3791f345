import type { Schemas } from "../api/client";
import { count } from "../ui/words";

type Manner = Schemas["BoundAs"]["manner"];

const MANNERS: Record<Manner, string> = {
  GROUP: "the group",
  ROLE: "the role value",
  ENTITLEMENT: "the entitlement",
};

/** As what of a tenant a role is provisioned, before its name. */
export function mannerWords(manner: Manner): string {
  return MANNERS[manner];
}

function waysWords(manners: readonly Manner[]): string {
  const hasValue = manners.some((one) => one !== "GROUP");
  return [...(manners.includes("GROUP") ? ["a group"] : []), ...(hasValue ? ["a value"] : [])].join(" or ");
}

/** How a role is provisioned in a tenant, in words. */
export function writtenWords(
  tenant: Pick<Schemas["PlaceTenant"], "isWritten" | "manners" | "bound" | "areas">,
): string {
  if (tenant.bound.length > 0) {
    return tenant.isWritten
      ? "As roles and assignments, except for these"
      : tenant.areas.length === 0
        ? ""
        : "Not managed at other areas";
  }
  if (tenant.isWritten) {
    return "As roles and assignments";
  }
  return tenant.manners.length > 0
    ? `Not managed: nothing is sent there until it is provisioned as ${waysWords(tenant.manners)}`
    : "Not managed: the tenant supports neither roles nor groups";
}

/** What the role grants in a tenant and not elsewhere, and the other way round. */
export function differsWords(variant: Pick<Schemas["VariantView"], "more" | "less" | "through">): string {
  const parts = [
    variant.more.length === 0 ? "" : `also grants ${variant.more.join("; ")}`,
    variant.less.length === 0 ? "" : `does not grant ${variant.less.join("; ")}`,
  ].filter((part) => part !== "");
  const what = parts.length === 0 ? "grants the same as elsewhere" : parts.join(", and ");
  return variant.through.length === 0 ? what : `${what}, through ${variant.through.join(", ")}`;
}

/** Who should be in a group of a tenant or have a value, and who was or did when it was read. */
export function boundWords(bound: Pick<Schemas["BoundAs"], "manner" | "members" | "there" | "isFound">): string {
  const should = count(bound.members, bound.manner === "GROUP" ? "member" : "account");
  const there =
    bound.there === undefined || bound.there === null
      ? "missing when last read"
      : bound.there === bound.members
        ? "as last read"
        : `${bound.there} when last read`;
  return `${should}, ${there}${bound.isFound ? " · existed before Wexa" : ""}`;
}
