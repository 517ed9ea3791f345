import { describe, expect, it } from "vitest";
import { counted, grouped, moved, SECTIONS, sectionsIn, when, type Item } from "./items";

const ZONE = "Europe/London";
const NOW = Date.parse("2026-11-23T08:00:00Z");

const item = (kind: string, at?: string): Item => ({
  line: `line ${kind} ${at ?? ""}`,
  matter: "m",
  isMine: true,
  comments: 0,
  kind,
  title: "T",
  text: "",
  act: "Open",
  target: "t",
  ...(at === undefined ? {} : { at }),
});

describe("items of the Desk", () => {
  it("stand in one part each", () => {
    const kinds = SECTIONS.flatMap((section) => [...section.kinds] as string[]);
    expect(new Set(kinds).size).toBe(kinds.length);
    expect(kinds).toEqual(expect.arrayContaining(["HELD", "NEWCOMER", "LEAVER", "PAIRS", "DIFFERENCE", "SCHEDULED"]));
  });

  it("say the day that counts for each", () => {
    expect(when(item("LEAVER", "2026-11-28T00:00:00Z"), ZONE, NOW)).toBe("last day 27 Nov 2026");
    expect(when(item("ENDING", "2026-11-28T00:00:00Z"), ZONE, NOW)).toBe("last day 27 Nov 2026");
    expect(when(item("COMING", "2026-11-30T00:00:00Z"), ZONE, NOW)).toBe("starts 30 Nov 2026");
    expect(when(item("SCHEDULED", "2026-11-30T00:00:00Z"), ZONE, NOW)).toBe("from 30 Nov 2026");
    expect(when(item("HELD", "2026-11-23T07:30:00Z"), ZONE, NOW)).toBe("since 23 Nov 2026, 07:30");
    expect(when(item("UNKNOWN"), ZONE, NOW)).toBe("");
  });

  it("tell the hour of a newcomer of today, and only the day of an older one", () => {
    expect(when(item("NEWCOMER", "2026-11-23T07:00:00Z"), ZONE, NOW)).toBe("since 23 Nov 2026, 07:00");
    expect(when(item("NEWCOMER", "2026-11-20T07:00:00Z"), ZONE, NOW)).toBe("since 20 Nov 2026");
  });

  it("are counted whether they are listed or not", () => {
    const desk = {
      items: [item("SCHEDULED"), item("LEAVER"), item("SCHEDULED")],
      more: [
        { kind: "LEAVER", count: 12 },
        { kind: "UNKNOWN", count: 3 },
      ],
      total: 16,
      quiet: [],
      order: { sections: [], hidden: [], onlyMine: false },
    };
    expect(counted(desk, ["SCHEDULED"])).toEqual({ all: 2, more: 0 });
    expect(counted(desk, ["LEAVER", "ENDING"])).toEqual({ all: 13, more: 12 });
    expect(counted(desk, ["HELD"])).toEqual({ all: 0, more: 0 });
  });

  it("of one kind, act and day are one line once there are three", () => {
    const two = [item("LEAVER", "2026-11-28T00:00:00Z"), item("LEAVER", "2026-11-28T00:00:00Z")];
    expect(grouped(two, ZONE, NOW).map((one) => one.items.length)).toEqual([1, 1]);
    const mixed = [...two, item("LEAVER", "2026-11-29T00:00:00Z"), item("LEAVER", "2026-11-28T00:00:00Z")];
    expect(grouped(mixed, ZONE, NOW).map((one) => one.items.length)).toEqual([3, 1]);
    const held = [item("HELD"), item("HELD"), item("HELD")];
    expect(grouped(held, ZONE, NOW)).toHaveLength(3);
  });

  it("stand in the order that was chosen, parts that are new at their end", () => {
    const order = { sections: ["tenants", "people"], hidden: ["scheduled"], onlyMine: false };
    const names = sectionsIn(order).map((section) => section.key);
    expect(names.slice(0, 2)).toEqual(["tenants", "people"]);
    expect(new Set(names)).toEqual(new Set(SECTIONS.map((section) => section.key)));
    expect(moved(["a", "b", "c"], "c", -1)).toEqual(["a", "c", "b"]);
    expect(moved(["a", "b", "c"], "a", -1)).toEqual(["a", "b", "c"]);
  });
});
