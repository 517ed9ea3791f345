import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { ago, day, isoDay, lastDay, moment } from "./dates";

const ZONE = "Europe/London";

describe("dates", () => {
  it("writes days and moments in the organisation's zone", () => {
    expect(day("2026-11-30T00:00:00Z", ZONE)).toBe("30 Nov 2026");
    expect(moment("2026-07-01T06:00:00Z", ZONE)).toBe("1 Jul 2026, 07:00");
    expect(isoDay("2026-06-30T23:30:00Z", ZONE)).toBe("2026-07-01");
  });

  it("reads an end at midnight as the day before", () => {
    expect(lastDay("2026-12-01T00:00:00Z", ZONE)).toBe("30 Nov 2026");
    expect(lastDay("2026-06-30T23:00:00Z", ZONE)).toBe("30 Jun 2026");
  });

  it("says how long ago", () => {
    const now = Date.parse("2026-11-23T08:00:00Z");
    expect(ago("2026-11-23T07:59:40Z", now)).toBe("just now");
    expect(ago("2026-11-23T07:56:00Z", now)).toBe("4 min ago");
    expect(ago("2026-11-23T06:00:00Z", now)).toBe("2 h ago");
    expect(ago("2026-11-20T07:00:00Z", now)).toBe("3 days ago");
  });

  it("never goes back in order: a later end is a later or the same last day", () => {
    const instants = fc.date({ min: new Date("2000-01-01"), max: new Date("2100-01-01"), noInvalidDate: true });
    fc.assert(
      fc.property(instants, instants, (one, other) => {
        const [first, second] = [one, other].sort((a, b) => a.getTime() - b.getTime());
        if (first !== undefined && second !== undefined) {
          expect(isoDay(first.toISOString(), ZONE) <= isoDay(second.toISOString(), ZONE)).toBe(true);
        }
      }),
    );
  });
});
