import { describe, expect, it } from "vitest";
import type { Schemas } from "../api/client";
import { entriesOfGiving, isCovered, reach, toggledPlace } from "./giving";

const area = (id: string, parent: string | undefined, below: number) =>
  ({ id, key: id, name: id, parent, depth: 0, below, here: 0, others: 0 }) as Schemas["PlaceArea"];

const NORTH = {
  id: "T",
  areas: [area("site", undefined, 2), area("hall", "site", 1), area("row", "hall", 0)],
} as unknown as Schemas["PlaceTenant"];

const NO_TERMS = { from: "", until: "", because: "" };

describe("Places", () => {
  it("are chosen and given up by the same click", () => {
    const once = toggledPlace([], { tenant: "T", area: "hall" });
    expect(once).toHaveLength(1);
    expect(toggledPlace(once, { tenant: "T", area: "hall" })).toEqual([]);
    expect(toggledPlace(once, { tenant: "T" })).toHaveLength(2);
  });

  it("inside a chosen one add nothing", () => {
    const hall = [{ tenant: "T", area: "hall" }];
    expect(isCovered(hall, { tenant: "T", area: "row" }, NORTH)).toBe(true);
    expect(isCovered(hall, { tenant: "T", area: "site" }, NORTH)).toBe(false);
    expect(isCovered([{ tenant: "T" }], { tenant: "T", area: "site" }, NORTH)).toBe(true);
    expect(isCovered([{ tenant: "other" }], { tenant: "T", area: "site" }, NORTH)).toBe(false);
  });

  it("reach what lies inside them", () => {
    expect(reach({ tenant: "T", area: "site" }, NORTH)).toBe(3);
    expect(reach({ tenant: "T", area: "row" }, NORTH)).toBe(1);
    expect(reach({ tenant: "T" }, NORTH)).toBe(3);
  });
});

describe("Giving a role", () => {
  it("makes an entry for each subject at each place", () => {
    const made = entriesOfGiving("R", ["person:a", "group:b"], [{ tenant: "T" }, { tenant: "T", area: "hall" }], {
      ...NO_TERMS,
      until: "2027-03-31",
    });
    expect(made.map((one) => [one.fields.subject, one.fields.area ?? ""].join(" "))).toEqual([
      "person:a ",
      "person:a hall",
      "group:b ",
      "group:b hall",
    ]);
    expect(new Set(made.map((one) => one.fields.id)).size).toBe(4);
    expect(made[0]?.fields).toMatchObject({ role: "R", tenant: "T", until: "2027-03-31" });
    expect(made[0]?.fields).not.toHaveProperty("from");
  });
});
