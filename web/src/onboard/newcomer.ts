import { entry, newId, type EntryInput } from "../api/drafts";
import type { Schemas } from "../api/client";
import { handleFrom, kindFromDirectory } from "./proposals";

type Found = Schemas["Found"];
type Catalogue = Schemas["CatalogueView"];

/** The first entries for somebody from a directory: who they are, and why they are here. */
export function entriesFor(found: Found, units: Catalogue["units"], today: string): EntryInput[] {
  const person = newId();
  const unit = units.find((one) => one.key === found.unit);
  return [
    entry("person.add", {
      id: person,
      handle: found.userId === "" ? handleFrom(found.givenName, found.familyName) : found.userId,
      given: found.givenName,
      family: found.familyName,
      mail: found.mail ?? "",
      phone: found.phone ?? "",
      home: found.directory,
      entry: found.entryId,
      fields: found.fields,
    }),
    entry("engagement.begin", {
      id: newId(),
      person,
      kind: kindFromDirectory(found.kind),
      number: found.number ?? "",
      unit: unit?.id ?? "",
      job: found.title ?? "",
      from: today,
    }),
  ];
}
