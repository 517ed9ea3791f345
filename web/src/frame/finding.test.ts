import { expect, test } from "vitest";
import { finder, named, spoken, TARGETS } from "./finding";

const find = finder(TARGETS);
const names = (text: string) => find(text).map(({ target }) => target.name);

test.each([
  ["give", "Give a role"],
  ["import", "Import a table"],
  ["api key", "Programs and keys"],
  ["password", "Help somebody sign in"],
  ["offboard", "People as a table"],
  ["review", "Changes: drafts, jobs, what was applied"],
  ["licence", "Tenants"],
  ["Entitlement", "Roles"],
  ["separation of d", "Conflict rules"],
  ["recertification", "Tighten"],
  ["audit trail", "Log"],
  ["seat usage", "Report: seat usage"],
  ["orphan", "Report: orphaned accounts"],
  ["evidence", "Reports"],
  ["dierctories", "Directories"],
  ["administartors", "Administrators"],
])("%s leads to %s", (typed, name) => {
  expect(names(typed)).toContain(name);
});

test("nothing typed and words that nobody has lead nowhere", () => {
  expect(names("  ")).toEqual([]);
  expect(names("zeppelin")).toEqual([]);
});

test("every page and setting is found first by its own name", () => {
  for (const target of TARGETS) {
    expect(names(target.name)[0]).toBe(target.name);
  }
});

test("a verb and a name are an act on somebody; a name alone and a verb alone are not", () => {
  expect(spoken("give maren castellane")).toMatchObject({ acts: [{ id: "give" }], rest: "maren castellane" });
  expect(spoken("grant 40010").acts.map((one) => one.id)).toEqual(["give"]);
  expect(spoken("maren castellane")).toEqual({ acts: [], rest: "maren castellane" });
  expect(spoken("give").acts).toEqual([]);
});

test("names are found by any of their words, and misspelled only where nothing is spelled so", () => {
  const groups = [{ name: "Lagoon night" }, { name: "Night round" }, { name: "Guides" }];
  expect(named(groups, "night", 5).map((one) => one.name)).toEqual(["Night round", "Lagoon night"]);
  expect(named(groups, "gudies", 5).map((one) => one.name)).toEqual(["Guides"]);
  expect(named(groups, "", 5)).toHaveLength(3);
});
