import { describe, expect, it } from "vitest";
import { coming, SECTIONS, when, type Item } from "./items";

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

  it("count apart what comes by itself", () => {
    expect(coming([item("SCHEDULED"), item("LEAVER"), item("SCHEDULED")])).toBe(2);
    expect(coming([])).toBe(0);
  });
});
