import { describe, expect, it } from "vitest";
import { over, type Entry } from "./drafts";

const line = (id: string, fields: Record<string, string>) => ({ id, form: "person.add", fields }) as unknown as Entry;

describe("edits of a draft", () => {
  it("leave what they do not name as it was typed meanwhile", () => {
    const known = { entries: [line("a", { given: "Odile", family: "Marrick" })] };
    expect(over(known, [{ id: "a", form: "person.add", fields: { family: "Marrick-Hale" } }])).toEqual([
      { id: "a", form: "person.add", fields: { given: "Odile", family: "Marrick-Hale" } },
    ]);
  });

  it("take new entries as they are, and empty fields as said", () => {
    const known = { entries: [line("a", { phone: "+44" })] };
    expect(over(known, [{ id: "b", form: "seat.give", fields: { kind: "keeper" } }])).toHaveLength(1);
    expect(over(known, [{ id: "a", form: "person.add", fields: { phone: "" } }])[0]?.fields.phone).toBe("");
  });
});
