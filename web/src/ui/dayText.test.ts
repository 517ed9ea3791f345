import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { isDay, readDay, writeDay } from "./dayText";

// a Monday
const TODAY = "2026-11-23";

const anyDay = fc
  .date({ min: new Date("1900-01-01"), max: new Date("2199-12-31"), noInvalidDate: true })
  .map((date) => date.toISOString().slice(0, 10));

describe("days as people type them", () => {
  it.each([
    ["2026-11-30", "2026-11-30"],
    ["2026-1-5", "2026-01-05"],
    ["30 Nov 2026", "2026-11-30"],
    ["30 november 2026", "2026-11-30"],
    ["30nov26", "2026-11-30"],
    ["30. Nov. 2026", "2026-11-30"],
    ["30.11.2026", "2026-11-30"],
    ["30.11.", "2026-11-30"],
    ["30/11/26", "2026-11-30"],
    ["  1   may  ", "2027-05-01"],
    ["today", "2026-11-23"],
    ["Tomorrow", "2026-11-24"],
    ["friday", "2026-11-27"],
    ["fri", "2026-11-27"],
    ["+3", "2026-11-26"],
    ["+2w", "2026-12-07"],
    ["29 feb", "2028-02-29"],
  ])("reads %s as %s", (text, day) => {
    expect(readDay(text, TODAY)).toBe(day);
  });

  it.each([
    "",
    "soon",
    "30",
    "30 Feb 2026",
    "31.11.2026",
    "2026-13-01",
    "32 Jan",
    "30 ma",
    "1 2 3",
    "+",
    "--3",
    "99999",
  ])("does not take %s for a day", (text) => {
    expect(readDay(text, TODAY)).toBeUndefined();
  });

  it("means the next of that name: today without a weekday's name, a week on with it", () => {
    expect(readDay("23 nov", TODAY)).toBe("2026-11-23");
    expect(readDay("22 nov", TODAY)).toBe("2027-11-22");
    expect(readDay("monday", TODAY)).toBe("2026-11-30");
  });

  it("means the last of that name where one looks back", () => {
    expect(readDay("23 nov", TODAY, "past")).toBe("2026-11-23");
    expect(readDay("24 nov", TODAY, "past")).toBe("2025-11-24");
    expect(readDay("monday", TODAY, "past")).toBe("2026-11-16");
    expect(readDay("sun", TODAY, "past")).toBe("2026-11-22");
    expect(readDay("29.2.", TODAY, "past")).toBe("2024-02-29");
    expect(readDay("yesterday", TODAY, "past")).toBe("2026-11-22");
    expect(readDay("-2w", TODAY, "past")).toBe("2026-11-09");
  });

  it("reads every day back from what it writes", () => {
    fc.assert(
      fc.property(anyDay, (day) => {
        expect(readDay(writeDay(day), TODAY)).toBe(day);
        const [year, month, dayOfMonth] = day.split("-");
        expect(readDay(`${dayOfMonth ?? ""}.${month ?? ""}.${year ?? ""}`, TODAY)).toBe(day);
      }),
    );
  });

  it("never gives anything but a real day, whatever is typed", () => {
    fc.assert(
      fc.property(fc.oneof(fc.string(), fc.stringMatching(/^[0-9+ ./a-z-]{0,14}$/)), (text) => {
        const day = readDay(text, TODAY);
        expect(day === undefined || new Date(`${day}T00:00:00Z`).toISOString().slice(0, 10) === day).toBe(true);
      }),
      { numRuns: 1000 },
    );
  });

  it("names a day that has no year so that it is today or later", () => {
    fc.assert(
      fc.property(anyDay, anyDay, (day, today) => {
        const text = writeDay(day).split(" ").slice(0, 2).join(" ");
        const read = readDay(text, today) ?? "";
        expect(read >= today).toBe(true);
        expect(read.slice(5)).toBe(day.slice(5));
        const before = readDay(text, today, "past") ?? "";
        expect(before !== "" && before <= today).toBe(true);
      }),
    );
  });

  it("tells a whole day from other texts", () => {
    expect(["2026-11-30", "2028-02-29"].every(isDay)).toBe(true);
    expect(["2026-11-31", "2027-02-29", "30 Nov 2026", "2026-1-5", ""].some(isDay)).toBe(false);
  });

  it("leaves what is no day as it was typed", () => {
    expect(writeDay("soon")).toBe("soon");
    expect(writeDay("2026-99-01")).toBe("2026-99-01");
    expect(writeDay("")).toBe("");
  });
});
