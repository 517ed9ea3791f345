import { describe, expect, it } from "vitest";
import { counted, SECTIONS, when, type Item } from "./items";

const ZONE = "Europe/London";
const NOW = Date.parse("2026-11-23T08:00:00Z");

const item = (kind: string, at?: string): Item => ({
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
    };
    expect(counted(desk, ["SCHEDULED"])).toEqual({ all: 2, more: 0 });
    expect(counted(desk, ["LEAVER", "ENDING"])).toEqual({ all: 13, more: 12 });
    expect(counted(desk, ["HELD"])).toEqual({ all: 0, more: 0 });
  });
});
