import { expect, test } from "vitest";
import { entriesFor } from "./newcomer";

const units = [{ id: "U", key: "lagoon-hall", name: "Lagoon Hall" }];

test("a directory entry becomes a person and an engagement from today on", () => {
  const [person, engagement] = entriesFor(
    {
      directory: "skerrow",
      entryId: "e-1",
      userId: "odile.marrick",
      givenName: "Odile",
      familyName: "Marrick",
      kind: "Employee",
      unit: "lagoon-hall",
      title: "Keeper",
      fields: "shift=Late",
    },
    units,
    "2026-11-23",
  );
  expect(person?.fields).toMatchObject({
    handle: "odile.marrick",
    entry: "e-1",
    home: "skerrow",
    mail: "",
    fields: "shift=Late",
  });
  expect(engagement?.fields).toMatchObject({ kind: "employee", unit: "U", job: "Keeper", from: "2026-11-23" });
  expect(engagement?.fields.person).toBe(person?.fields.id);
});

test("what the directory does not say is left to type", () => {
  const [, engagement] = entriesFor(
    { directory: "orrin", entryId: "e-2", userId: "m", givenName: "M", familyName: "O", unit: "elsewhere", fields: "" },
    units,
    "2026-11-23",
  );
  expect(engagement?.fields).toMatchObject({ kind: "", unit: "", job: "", number: "" });
});
