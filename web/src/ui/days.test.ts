import { describe, expect, it } from "vitest";
import { isoDay, isoLastDay } from "./dates";
import { dayWord } from "./days";

const NOON = new Date("2026-11-23T12:00:00Z").getTime();

describe("days looked at", () => {
  it("are today until they have come", () => {
    expect(dayWord("2026-11-23T08:00:00Z", NOON, "Europe/London")).toBe("today");
    expect(dayWord("2026-11-23T12:00:30Z", NOON, "Europe/London")).toBe("today");
    expect(dayWord("2026-11-30T00:00:00Z", NOON, "Europe/London")).toBe("30 Nov 2026");
  });

  it("end the day before the midnight at which something ends, in the zone", () => {
    expect(isoLastDay("2027-01-01T00:00:00Z", "Europe/London")).toBe("2026-12-31");
    expect(isoLastDay("2027-03-31T23:00:00Z", "Europe/London")).toBe("2027-03-31");
    expect(isoDay("2027-03-31T23:00:00Z", "Europe/London")).toBe("2027-04-01");
  });
});
