import type { Draft, Entry } from "../api/drafts";
import type { Schemas } from "../api/client";

type Access = Schemas["AccessView"];
type TenantChoice = Schemas["TenantChoice"];

/** A directory's kind of employment in our words; anything else is left to the administrator. */
export function kindFromDirectory(kind: string | null | undefined): string {
  const known = ["employee", "volunteer", "contractor", "partner"];
  const lower = (kind ?? "").toLowerCase();
  return known.includes(lower) ? lower : "";
}

/** `ines.abara` from a name: letters without accents, a dot between. */
export function handleFrom(given: string, family: string): string {
  return `${given}.${family}`
    .normalize("NFKD")
    .toLowerCase()
    .replaceAll(/[^a-z0-9.-]/g, "")
    .replaceAll(/^[.-]+|[.-]+$/g, "");
}

/** Permissions that the person should come to hold in a tenant, whether or not anything blocks them. */
export function heldIn(access: Access | undefined, tenant: string): string[] {
  const found = access?.tenants.find((one) => one.tenantId === tenant);
  return (
    found?.lines.flatMap((line) =>
      line.cells.filter((cell) => cell.change !== "REMOVED").map((cell) => cell.permission),
    ) ?? []
  );
}

/** The least seat kind that carries all of these that need a seat; kinds stand from the least to the most. */
export function leastSeat(tenant: TenantChoice, permissions: readonly string[]): string | undefined {
  const carried = new Set(tenant.seats.flatMap((seat) => seat.carries));
  const needing = permissions.filter((permission) => carried.has(permission));
  return tenant.seats.find((seat) => needing.every((permission) => seat.carries.includes(permission)))?.key;
}

/** Tenants where something is given but no account is there or drafted. */
export function missingAccounts(access: Access | undefined, draft: Draft): string[] {
  const opened = new Set(
    draft.entries.filter((one) => one.form === "account.open").map((one) => one.fields.tenant ?? ""),
  );
  return (
    access?.tenants
      .filter((tenant) => tenant.lines.length > 0 && !tenant.userName && !opened.has(tenant.tenantId))
      .map((tenant) => tenant.tenantId) ?? []
  );
}

/** The seat that belongs to an account of the draft. */
export function seatOf(draft: Draft, account: Entry): Entry | undefined {
  return draft.entries.find((one) => one.form === "seat.give" && one.fields.account === account.fields.id);
}

export interface ToSettle {
  entry: Entry;
  text: string;
  blocks: boolean;
}

/** What is to settle, once each; what only says that a part before it is missing comes last. */
export function toSettle(draft: Draft): ToSettle[] {
  const seen = new Set<string>();
  const all: ToSettle[] = [];
  for (const entry of draft.entries) {
    for (const finding of entry.findings) {
      const follows =
        finding.code === "reference.unresolved" &&
        (finding.path === "person" || finding.path === "subject" || finding.path === "member");
      if (!seen.has(finding.text) && !follows && finding.code !== "fact.gone") {
        seen.add(finding.text);
        all.push({ entry, text: finding.text, blocks: finding.severity === "BLOCK" });
      }
    }
  }
  return all;
}
