import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { CASES, counted, joined, linesOf, takenOver, type Pair } from "./pairs";

const pair = (more: Partial<Pair> = {}): Pair => ({
  directory: "skerrow",
  kind: "COLLIDES",
  person: { id: "p", handle: "ines.abara", given: "Ines", family: "Abara", numbers: "40100", mail: "i@x.example" },
  listed: {
    id: "entry-1",
    userId: "ines.a",
    given: "Ines",
    family: "Married",
    number: "40100",
    phone: "+441632960123",
    fields: "room=A 112",
  },
  same: ["number"],
  differing: ["family", "phone"],
  values: [],
  ...more,
});

describe("pairs", () => {
  it("are laid side by side field by field, with what is one and what is not", () => {
    const lines = linesOf(pair());
    expect(lines.map((line) => `${line.name}: ${line.is}`)).toEqual([
      "Given name: plain",
      "Family name: differs",
      "Handle, user id: plain",
      "E-mail: plain",
      "Mobile: differs",
      "Staff number: same",
    ]);
    expect(lines[1]).toMatchObject({ here: "Abara", there: "Married" });
    const own = linesOf(pair({ values: [{ label: "Room", here: "", there: "A 112" }] }));
    expect(own.at(-1)).toEqual({ name: "Room", here: "", there: "A 112", is: "differs" });
    expect(lines.find((line) => line.name === "E-mail")).toMatchObject({ here: "i@x.example", there: "" });
  });

  it("show a vanished entry by the link that is left", () => {
    const gone = pair({ kind: "VANISHED", same: [], differing: [] });
    delete gone.listed;
    const lines = linesOf({ ...gone, person: { ...gone.person, entry: "ines.abara" } });
    expect(lines.at(-1)).toEqual({ name: "Linked entry", here: "ines.abara", there: "", is: "plain" });
    expect(takenOver(gone)).toEqual({ person: "p" });
  });

  it("are joined by the link alone, or with all that the entry says", () => {
    expect(joined(pair())).toEqual({ person: "p", entry: "entry-1" });
    expect(takenOver(pair({ kind: "RENAMED" }))).toEqual({
      person: "p",
      entry: "entry-1",
      family: "Married",
      phone: "+441632960123",
    });
    expect(takenOver(pair({ kind: "DIFFERS" }))).not.toHaveProperty("entry");
  });

  it("take over only what differs, whatever that is", () => {
    fc.assert(
      fc.property(fc.subarray(["given", "family", "mail", "phone", "fields"]), (differing) => {
        const fields = takenOver(pair({ kind: "DIFFERS", differing }));
        expect(Object.keys(fields).sort()).toEqual([...differing, "person"].sort());
      }),
    );
  });

  it("are counted by kind, none left out", () => {
    const kinds = Object.keys(CASES) as Pair["kind"][];
    fc.assert(
      fc.property(fc.array(fc.constantFrom(...kinds)), (some) => {
        const all = counted(some.map((kind) => pair({ kind })));
        expect(all.flatMap((one) => one.pairs)).toHaveLength(some.length);
        expect(all.every((one) => one.pairs.every((each) => each.kind === one.kind))).toBe(true);
      }),
    );
  });
});
