import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { bySource, matching, type Choice } from "./choices";

const choice = fc.record({
  id: fc.uuid(),
  name: fc.string(),
  note: fc.string(),
  source: fc.constantFrom("Here", "Groups", "In the directories"),
});

describe("choices", () => {
  it("stand by source, none lost and none twice", () => {
    fc.assert(
      fc.property(fc.array(choice), (all) => {
        const sections = bySource(all);
        expect(new Set(sections.map((one) => one.source)).size).toBe(sections.length);
        expect(
          sections
            .flatMap((one) => one.choices)
            .map((one) => one.id)
            .sort(),
        ).toEqual(all.map((one) => one.id).sort());
      }),
    );
  });

  it("of a large source leave room for the others", () => {
    const many = Array.from({ length: 200 }, (_, at): Choice => ({
      id: `p${at}`,
      name: `Person ${at}`,
      note: "",
      source: "Here",
    }));
    const group: Choice = { id: "g", name: "Persons of the night", note: "", source: "Groups" };
    expect(matching([...many, group], "person")).toContain(group);
    expect(matching(many, "person 19").map((one) => one.name)).toContain("Person 199");
    expect(matching([...many, group], "nobody")).toEqual([]);
    const inside: Choice = { id: "a", name: "Kelpwood", note: "", source: "Here" };
    const first: Choice = { id: "b", name: "Odile Marrick", note: "", source: "Here" };
    expect(matching([inside, first], "od")).toEqual([first, inside]);
  });
});
