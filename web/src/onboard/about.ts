import type { Schemas } from "../api/client";
import type { Draft, Entry } from "../api/drafts";
import { dayAfter, isoDay } from "../ui/dates";

type Catalogue = Pick<Schemas["CatalogueView"], "units" | "groups" | "roles" | "tenants">;

type Entries = Pick<Draft, "entries">;

/** The person whom an entry is about, by id, where it names one: seats are about the owner of their account. */
export function personOfEntry(draft: Entries, entry: Entry): string | undefined {
  const { fields } = entry;
  if (entry.form === "person.add") {
    return fields.id;
  }
  if (fields.account !== undefined) {
    const account = draft.entries.find((one) => one.form === "account.open" && one.fields.id === fields.account);
    return account?.fields.person;
  }
  const named = fields.person ?? fields.member ?? fields.subject;
  if (named === undefined || /^group[ :]/.test(named)) {
    return undefined;
  }
  return named.startsWith("person:") ? named.slice("person:".length) : named;
}

/** Days on which something of the entries begins, or on which it has ended. */
function daysOf(entries: readonly Entry[], zone: string): Set<string> {
  return new Set(
    entries.flatMap(({ fields: { from = "", until = "" } }) => [
      from.includes("T") ? isoDay(from, zone) : from,
      until.includes("T") ? isoDay(until, zone) : dayAfter(until),
    ]),
  );
}

/** The draft without what is about other people whom it adds: a wave's draft is looked at person by person. */
export function aboutOne(draft: Draft, person: string, zone: string): Draft {
  const others = new Set(
    draft.entries
      .filter((one) => one.form === "person.add" && one.fields.id !== person)
      .flatMap((one) => [one.fields.id ?? "", one.fields.handle ?? ""]),
  );
  if (others.size === 0) {
    return draft;
  }
  const entries = draft.entries.filter((one) => {
    const about = personOfEntry(draft, one);
    return about === undefined || !others.has(about);
  });
  const days = daysOf(entries, zone);
  return { ...draft, entries, boundaries: draft.boundaries.filter((instant) => days.has(isoDay(instant, zone))) };
}

/** The draft with what tables name by key named by id, as fields to choose in have it. */
export function byId(draft: Draft, choices: Catalogue): Draft {
  const ids = {
    unit: new Map(choices.units.map((one) => [one.key, one.id])),
    group: new Map(choices.groups.map((one) => [one.key, one.id])),
    role: new Map(choices.roles.map((one) => [one.key, one.id])),
    tenant: new Map(choices.tenants.map((one) => [one.path, one.id])),
  };
  const entries = draft.entries.map((entry) => {
    const fields = { ...entry.fields };
    for (const [name, known] of Object.entries(ids)) {
      const id = known.get(fields[name] ?? "");
      if (id !== undefined) {
        fields[name] = id;
      }
    }
    const area = choices.tenants.find((one) => one.id === fields.tenant)?.areas.find((one) => one.key === fields.area);
    return { ...entry, fields: area === undefined ? fields : { ...fields, area: area.id } };
  });
  return { ...draft, entries };
}
