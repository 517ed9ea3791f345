import fc from "fast-check";
import { describe, expect, it } from "vitest";
import type { Schemas } from "../api/client";
import { byType, differs, fieldsOf, partsOf, withExclusion, withExclusions, withIngredient } from "./parts";

type Page = Schemas["RolePage"];

const LINE = {
  permission: "pelagia:animal:see",
  app: "Pelagia",
  type: "Animals",
  action: "see",
  sort: "LOOK",
  description: "",
  sensitivity: "NORMAL",
  cells: ["GIVES"],
  excluded: false,
  wasExcluded: false,
  given: true,
  wasGiven: true,
} as Page["lines"][number];

const PAGE = {
  ingredients: [
    { key: "keeper", kind: "ROLE", presence: "KEPT" },
    { key: "old", kind: "SET", presence: "REMOVED" },
    { key: "new", kind: "SET", presence: "ADDED" },
  ],
  lines: [LINE, { ...LINE, permission: "pelagia:animal:change", excluded: true, given: false }],
} as unknown as Page;

describe("The parts of a role", () => {
  it("are what it is made of now, where no draft says otherwise", () => {
    expect(partsOf(PAGE, undefined)).toEqual({
      sets: ["new"],
      includes: ["keeper"],
      exclusions: ["pelagia:animal:change"],
    });
  });

  it("are what the draft's entry says, also where that is nothing", () => {
    expect(partsOf(PAGE, { sets: "", includes: "a, b", exclusions: "" })).toEqual({
      sets: [],
      includes: ["a", "b"],
      exclusions: [],
    });
  });

  it("are the same again after two clicks on the same thing", () => {
    const keys = fc.uniqueArray(fc.stringMatching(/^[a-z]{1,5}$/), { maxLength: 6 });
    fc.assert(
      fc.property(keys, keys, keys, fc.stringMatching(/^[a-z]{1,5}$/), (sets, includes, exclusions, one) => {
        const parts = { sets, includes, exclusions };
        const sorted = (list: readonly string[]) => [...list].sort();
        const twice = withExclusion(withExclusion(parts, one), one);
        expect(sorted(twice.exclusions)).toEqual(sorted(exclusions));
        const back = withIngredient(withIngredient(parts, "SET", one), "SET", one);
        expect(sorted(back.sets)).toEqual(sorted(sets));
        expect(partsOf(PAGE, fieldsOf(parts))).toEqual(parts);
      }),
    );
  });

  it("leave out several at once, each once", () => {
    const parts = { sets: [], includes: [], exclusions: ["a"] };
    expect(withExclusions(parts, ["a", "b"]).exclusions).toEqual(["a", "b"]);
  });
});

describe("Lines", () => {
  it("stand by type of record and app", () => {
    const other = { ...LINE, app: "Drydock" };
    expect(byType([LINE, LINE, other]).map((row) => [row.app, row.lines.length])).toEqual([
      ["Pelagia", 2],
      ["Drydock", 1],
    ]);
  });

  it("differ when something is given or left out that was not", () => {
    expect(differs(LINE)).toBe(false);
    expect(differs({ ...LINE, given: false })).toBe(true);
    expect(differs({ ...LINE, wasExcluded: true, wasGiven: false, given: false })).toBe(true);
  });
});
