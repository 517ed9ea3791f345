import type { Schemas } from "../api/client";
import { count } from "../ui/words";

/** How a role is provisioned in a tenant, in words. */
export function writtenWords(
  tenant: Pick<Schemas["PlaceTenant"], "isWritten" | "takesGroups" | "groups" | "areas">,
): string {
  if (tenant.groups.length > 0) {
    return tenant.isWritten
      ? "As roles and assignments, except for these"
      : tenant.areas.length === 0
        ? ""
        : "Not managed at other areas";
  }
  if (tenant.isWritten) {
    return "As roles and assignments";
  }
  return tenant.takesGroups
    ? "Not managed: nothing is sent there until it is provisioned as a group"
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

/** Who should be in a group of a tenant, and who was when it was read. */
export function boundWords(group: Pick<Schemas["BoundGroup"], "members" | "there" | "isFound">): string {
  const should = count(group.members, "member");
  const there =
    group.there === undefined || group.there === null
      ? "missing when last read"
      : group.there === group.members
        ? "as last read"
        : `${group.there} when last read`;
  return `${should}, ${there}${group.isFound ? " · existed before Wexa" : ""}`;
}
