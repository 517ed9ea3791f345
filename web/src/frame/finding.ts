import MiniSearch from "minisearch";

/** Something that Find leads to by words: a page, an action or a setting. */
export interface Target {
  id: string;
  name: string;
  note: "action" | "page" | "setting" | "help";
  /** Other words that people and the trade have for it. */
  also: string;
  href: string;
  /** The right without which it is not offered. */
  need?: "PREPARE" | "APPLY" | "APPROVE" | "GOVERN" | "HELP";
  /** Also for those who see only their scope. */
  isForAll?: boolean;
}

export const TARGETS: readonly Target[] = [
  act("Onboard somebody", "/onboard", "new starter joiner hire newcomer employ add person by hand account"),
  act("Import a table", "/import", "csv ldif upload spreadsheet bulk load assignments"),
  act("Give a role", "/roles/give", "grant assign access permission entitlement authorise"),
  act("New group", "/groups/new", "create team distribution list"),
  act("New role", "/roles/new", "create job role profile"),
  act("Find roles that cover a task", "/roles/work", "permission needed task refund who can which role covers"),
  act("Add a tenant without an interface", "/tenants/manual", "application manual by hand list csv tasks", "GOVERN"),
  act("Connect a tenant", "/tenants/connect", "application add scim connection endpoint token", "GOVERN"),
  {
    ...act(
      "Help somebody sign in",
      "/help",
      "password reset locked cannot log in login unlock link expired resend help desk",
    ),
    need: "HELP",
    isForAll: true,
  },
  page("Desk", "/", "home start today to do tasks queue"),
  { ...page("People", "/people", "users staff persons list"), isForAll: true },
  {
    ...page(
      "People as a table",
      "/people/table",
      "filter many bulk select paste numbers export csv extend end offboard leaver terminate",
    ),
    isForAll: true,
  },
  page("Groups as a table", "/groups/table", "filter many bulk export csv owner empty"),
  page("Roles as a table", "/roles/table", "filter many bulk export csv owner unused"),
  page("Groups", "/groups", "teams dynamic group distribution list rules members"),
  page("Roles", "/roles", "entitlement privilege permission profile job role"),
  page("Permission sets", "/roles/sets", "preset bundle entitlement"),
  page("Permissions of the applications", "/roles/permissions", "catalogue catalog actions seats licences version"),
  page("Conflict rules", "/roles/conflicts", "separation of duties segregation sod toxic combination exception"),
  page("Tighten", "/roles/tighten", "unused redundant clean up least privilege recertification access review"),
  page("Compare roles or people", "/roles/compare", "difference side by side"),
  { ...page("Tenants", "/tenants", "applications apps seats licences accounts differences drift"), isForAll: true },
  page(
    "Changes: drafts, jobs, what was applied",
    "/changes",
    "undo review approve approval pending history revert take back",
  ),
  page("Reports", "/reports", "statistics evidence figures numbers export"),
  page("Report: people per application", "/reports/people", "accounts statistics"),
  page("Report: who has which role", "/reports/roles", "holders certification evidence auditor"),
  page("Report: joiners, movers, leavers", "/reports/movements", "turnover fluctuation weeks"),
  page("Report: seat usage", "/reports/seats", "licence renewal idle pool"),
  page("Report: seat costs", "/reports/costs", "money price cost centre chargeback"),
  page("Report: orphaned accounts", "/reports/unowned", "orphan unowned without owner left"),
  page("Log", "/log", "audit trail history who changed what evidence verify"),
  setting(
    "Organisation: units and fields",
    "/settings",
    "department unit cost centre custom field attribute naming rule time zone",
  ),
  setting("Setting up", "/setup", "first steps installation wizard"),
  setting("Directories", "/directories", "ldap ldif identity provider source hr reading sync"),
  setting("Automatic changes", "/inbound", "policy held scim push provisioning"),
  setting("Programs and keys", "/programs", "api key token scim client service account"),
  setting("Messages to people", "/messages", "mail e-mail welcome invitation send again"),
  setting("What messages say", "/messages/templates", "template text mail wording"),
  setting("Administrators", "/administrators", "rights scope permission to administer second person approver delegate"),
  setting("Security log", "/security-log", "sign-ins refused attempts audit", "GOVERN"),
  {
    ...setting(
      "Your sign-in: password, second factor, sessions",
      "/sign-in",
      "change password mfa totp authenticator recovery codes",
    ),
    isForAll: true,
  },
];

function act(name: string, href: string, also: string, need: NonNullable<Target["need"]> = "PREPARE"): Target {
  return { id: `act ${href}`, name, note: "action", also, href, need };
}

function page(name: string, href: string, also: string): Target {
  return { id: `page ${href}`, name, note: "page", also, href };
}

function setting(name: string, href: string, also: string, need?: NonNullable<Target["need"]>): Target {
  return { id: `setting ${href}`, name, note: "setting", also, href, ...(need === undefined ? {} : { need }) };
}

/** So many letters wrong are forgiven: none in short words, one in four letters. */
const FUZZY = 0.25;
const SHORTEST_FUZZY = 4;

const forgiving = (term: string) => (term.length < SHORTEST_FUZZY ? false : FUZZY);

/** Finds targets by words that begin so, or nearly; what their name has counts more than their other words. */
export function finder(targets: readonly Target[]): (text: string) => { target: Target; score: number }[] {
  const index = new MiniSearch<Target>({ fields: ["name", "also"] });
  index.addAll(targets);
  const byId = new Map(targets.map((target) => [target.id, target]));
  return (text) =>
    index.search(text, { prefix: true, fuzzy: forgiving, combineWith: "AND", boost: { name: 3 } }).flatMap((hit) => {
      const target = byId.get(String(hit.id));
      return target === undefined ? [] : [{ target, score: hit.score }];
    });
}

/** Whether all words stand in the text, each at the beginning of a word or with little wrong. */
export function named<T extends { name: string }>(items: readonly T[], text: string, most: number): T[] {
  const words = text.toLowerCase().split(/\s+/);
  const exact = items.filter((item) => words.every((word) => item.name.toLowerCase().includes(word)));
  if (exact.length > 0 || text.length < SHORTEST_FUZZY) {
    return exact
      .toSorted(
        (one, other) => place(one.name, words) - place(other.name, words) || one.name.length - other.name.length,
      )
      .slice(0, most);
  }
  const index = new MiniSearch<{ id: number; name: string }>({ fields: ["name"] });
  index.addAll(items.map((item, id) => ({ id, name: item.name })));
  return index
    .search(text, { prefix: true, fuzzy: forgiving, combineWith: "AND" })
    .slice(0, most)
    .flatMap((hit) => items[Number(hit.id)] ?? []);
}

function place(name: string, words: readonly string[]): number {
  return name.toLowerCase().indexOf(words[0] ?? "");
}

/** An act on somebody, begun by its verb: "give castellane", "help 40010", "absence maren". */
export interface PersonAct {
  id: string;
  words: (name: string) => string;
  verbs: readonly string[];
  href: (id: string) => string;
  need: NonNullable<Target["need"]>;
}

export const PERSON_ACTS: readonly PersonAct[] = [
  {
    id: "give",
    words: (name) => `Give ${name} a role`,
    verbs: ["give", "grant", "assign", "role"],
    href: (id) => `/roles/give?to=${encodeURIComponent(JSON.stringify([`person:${id}`]))}`,
    need: "PREPARE",
  },
  {
    id: "end",
    words: (name) => `Offboard ${name}`,
    verbs: ["offboard", "end", "terminate", "leaver", "withdraw", "cancel"],
    href: (id) => `/people/${id}/offboard`,
    need: "PREPARE",
  },
  {
    id: "move",
    words: (name) => `Move ${name} to another job`,
    verbs: ["move", "job", "transfer", "mover", "promote", "unit"],
    href: (id) => `/people/${id}/move`,
    need: "PREPARE",
  },
  {
    id: "return",
    words: (name) => `Bring ${name} back`,
    verbs: ["rehire", "return", "back", "again"],
    href: (id) => `/people/${id}/return`,
    need: "PREPARE",
  },
  {
    id: "rename",
    words: (name) => `Change the name of ${name}`,
    verbs: ["rename", "name", "married", "surname", "user name"],
    href: (id) => `/people/${id}/rename`,
    need: "PREPARE",
  },
  {
    id: "absence",
    words: (name) => `Record an absence of ${name}`,
    verbs: ["absence", "away", "holiday", "cover"],
    href: (id) => `/people/${id}/absence`,
    need: "PREPARE",
  },
  {
    id: "leave",
    words: (name) => `Put ${name} on leave`,
    verbs: ["leave", "pause", "parental", "sabbatical"],
    href: (id) => `/people/${id}/absence?as=LEAVE`,
    need: "PREPARE",
  },
  {
    id: "suspend",
    words: (name) => `Suspend ${name}`,
    verbs: ["suspend", "suspension"],
    href: (id) => `/people/${id}/absence?as=SUSPENSION`,
    need: "PREPARE",
  },
  {
    id: "close",
    words: (name) => `Close the sign-in of ${name} now`,
    verbs: ["close", "block", "lock", "stop", "urgent", "out", "suspend"],
    href: (id) => `/people/${id}/sign-in`,
    need: "APPLY",
  },
  {
    id: "help",
    words: (name) => `Why ${name} cannot sign in`,
    verbs: ["help", "why", "password", "reset", "unlock", "resend"],
    href: (id) => `/help/${id}`,
    need: "HELP",
  },
];

/** The act that the first word names, and what is left to find somebody by; no act where none is named. */
export function spoken(text: string): { acts: readonly PersonAct[]; rest: string } {
  const [first = "", ...rest] = text.trim().toLowerCase().split(/\s+/);
  const acts = first.length < 3 ? [] : PERSON_ACTS.filter((one) => one.verbs.some((verb) => verb.startsWith(first)));
  return acts.length === 0 || rest.length === 0 ? { acts: [], rest: text } : { acts, rest: rest.join(" ") };
}
