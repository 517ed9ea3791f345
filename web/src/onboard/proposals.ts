import { entry, newId, type Draft, type Entry, type EntryInput } from "../api/drafts";
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

/** An account, and the least seat that serves with it; the seat is taken from a first day that is still to come. */
export function accountEntries(
  tenant: TenantChoice,
  person: string,
  access: Access | undefined,
  from?: string,
): EntryInput[] {
  const account = newId();
  const seat = leastSeat(tenant, heldIn(access, tenant.id));
  const opened = entry("account.open", { id: account, person, tenant: tenant.id });
  return seat === undefined ? [opened] : [opened, seatEntry(account, seat, from)];
}

export function seatEntry(account: string, kind: string, from: string | undefined): EntryInput {
  return entry("seat.give", { id: newId(), account, kind, ...(from === undefined ? {} : { from }) });
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
  finding: Entry["findings"][number];
}

/** What settles a finding: other fields of the entry, another entry, or the field where something has to be typed. */
export type Act =
  | { words: string; fields: Record<string, string> }
  | { words: string; put: EntryInput[] }
  | { words: string; field: string };

/** The act that settles a finding, if one is known. */
export function actFor(draft: Draft, one: Entry, finding: Entry["findings"][number]): Act | undefined {
  const free = finding.facts.free ?? "";
  switch (finding.code) {
    case "account.user-name-taken":
      return { words: `Use ${free}`, fields: { as: free } };
    case "person.handle-taken":
      return { words: `Use ${free}`, fields: { handle: free } };
    case "name.issued-before":
      return free === "" ? undefined : { words: `Use ${free}`, fields: { [finding.path]: free } };
    case "assignment.inert":
      return finding.facts.nearest === undefined || finding.facts.nearest === ""
        ? { words: "Choose a place", field: `${one.id}.area` }
        : {
            words: `Use ${finding.facts.nearestName ?? finding.facts.nearest}`,
            fields: { area: finding.facts.nearest },
          };
    case "person.identity-unknown":
      return {
        words: "Invite them",
        put: [entry("invitation.send", { id: newId(), person: one.fields.person ?? "" })],
      };
    case "engagement.home-unfit":
      return typing(homeField(draft));
    case "seat.attribute-missing":
      return typing(attributeField(draft, one, finding.path));
    case "seat.pool-empty":
    case "seat.kind-unknown":
      return { words: "Choose another", field: `${one.id}.kind` };
    case "account.user-name-needs":
      return typing(nameField(draft, finding.facts.rule ?? ""));
    default:
      // only these forms have all their fields on the page
      return finding.severity === "BLOCK" && (one.form === "person.add" || one.form === "engagement.begin")
        ? { words: "Go there", field: `${one.id}.${finding.path}` }
        : undefined;
  }
}

function homeField(draft: Draft): string | undefined {
  const added = draft.entries.find((one) => one.form === "person.add");
  return added === undefined ? undefined : `${added.id}.home`;
}

function typing(field: string | undefined): Act | undefined {
  return field === undefined ? undefined : { words: "Type it", field };
}

/** Where the text is typed that a tenant's rule makes a user name of; of somebody known here only the address is. */
function nameField(draft: Draft, rule: string): string | undefined {
  const form = rule === "STAFF_NUMBER" ? "engagement.begin" : "person.add";
  const one = draft.entries.find((candidate) => candidate.form === form);
  const name = rule === "STAFF_NUMBER" ? "number" : rule === "MAIL" ? "mail" : "handle";
  return one !== undefined ? `${one.id}.${name}` : name === "mail" ? "known.mail" : undefined;
}

function attributeField(draft: Draft, seat: Entry, attribute: string): string | undefined {
  if (attribute === "phone") {
    const added = draft.entries.find((candidate) => candidate.form === "person.add");
    return added === undefined ? "known.phone" : `${added.id}.phone`;
  }
  const account = draft.entries.find(
    (candidate) => candidate.form === "account.open" && candidate.fields.id === seat.fields.account,
  );
  return account === undefined ? undefined : `${account.id}.with.${attribute}`;
}

/** What is to settle, once each; what only says that a part before it is missing comes last. */
export function toSettle(draft: Draft): ToSettle[] {
  const seen = new Set<string>();
  const all: ToSettle[] = [];
  for (const entry of draft.entries) {
    for (const finding of entry.findings) {
      const follows =
        finding.code === "entry.waits" ||
        (finding.code === "reference.unresolved" &&
          (finding.path === "person" || finding.path === "subject" || finding.path === "member"));
      if (!seen.has(finding.text) && !follows && finding.code !== "fact.gone") {
        seen.add(finding.text);
        all.push({ entry, finding });
      }
    }
  }
  return all;
}
