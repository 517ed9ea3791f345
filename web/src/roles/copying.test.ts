import { describe, expect, it } from "vitest";
import type { Schemas } from "../api/client";
import { keyFrom } from "../groups/keys";
import { affixed, collisions, entriesOfCopy, partsOfCopy, proposedNames, unknownParts } from "./copying";
import { ruleWords } from "./namingWords";

const page = (id: string, includes: string[]) =>
  ({
    role: { id, key: `${id}-key`, name: id, description: `about ${id}` },
    ingredients: [
      ...includes.map((one) => ({ id: one, key: `${one}-key`, kind: "ROLE" })),
      { id: `${id}-set`, key: `${id}-set-key`, kind: "SET" },
    ],
    lines: [{ permission: "a:b:c", excluded: id === "vet" }],
  }) as unknown as Schemas["RolePage"];

const PAGES = new Map([
  ["vet", page("vet", ["senior"])],
  ["senior", page("senior", ["keeper", "reader"])],
  ["keeper", page("keeper", ["reader"])],
  ["reader", page("reader", [])],
]);

describe("Copying a role", () => {
  it("goes through all that it includes, each once", () => {
    expect(partsOfCopy("vet", PAGES).map((part) => [part.page.role.id, part.depth])).toEqual([
      ["vet", 0],
      ["senior", 1],
      ["keeper", 2],
      ["reader", 3],
    ]);
  });

  it("says what it still has to know", () => {
    const some = new Map([...PAGES].filter(([id]) => id !== "keeper"));
    expect(unknownParts("vet", some)).toEqual(["keeper"]);
    expect(unknownParts("vet", new Map())).toEqual(["vet"]);
    expect(unknownParts("vet", PAGES)).toEqual([]);
  });

  it("makes inner copies first, and shares what is not copied", () => {
    const names = new Map([
      ["vet", { name: "Night vet", key: "night-vet" }],
      ["senior", { name: "Night senior", key: "night-senior" }],
    ]);
    const made = entriesOfCopy(partsOfCopy("vet", PAGES), names, "owner");
    expect(made.map((one) => [one.fields.key, one.fields.includes, one.fields.source])).toEqual([
      ["night-senior", "keeper-key, reader-key", "senior"],
      ["night-vet", "night-senior", "vet"],
    ]);
    expect(made[1]?.fields).toMatchObject({ exclusions: "a:b:c", sets: "vet-set-key", owner: "owner" });
  });

  it("tells names that are taken, and those that two copies would share", () => {
    const names = new Map([
      ["a", { name: "A", key: "taken" }],
      ["b", { name: "B", key: "twice" }],
      ["c", { name: "C", key: "twice" }],
    ]);
    expect(collisions(names, [{ name: "Other", key: "taken" }])).toEqual(new Set(["taken", "twice"]));
  });

  it("names copies by the rule, and numbers those that are taken", () => {
    const rule = { prefix: "Night", suffix: "(South)", isNumbered: true };
    expect(affixed("Keeper", rule)).toBe("Night keeper (South)");
    expect(proposedNames(["Keeper", "Keeper"], { prefix: "", suffix: "", isNumbered: true }, [], keyFrom)).toEqual([
      "Keeper",
      "Keeper 2",
    ]);
    const roles = [
      { name: "Keeper", key: "keeper" },
      { name: "Keeper 2", key: "keeper-2" },
    ];
    expect(proposedNames(["Keeper"], { prefix: "", suffix: "", isNumbered: true }, roles, keyFrom)).toEqual([
      "Keeper 3",
    ]);
    expect(proposedNames(["Keeper"], { prefix: "", suffix: "", isNumbered: false }, roles, keyFrom)).toEqual([
      "Keeper",
    ]);
    expect(ruleWords(rule)).toBe(
      "A copy of “Keeper” is proposed as “Night keeper (South)”, with a number where the name is taken.",
    );
    expect(ruleWords({ prefix: "", suffix: "", isNumbered: false })).toBe("Copies keep the name of their source.");
  });
});
