import { expect, test } from "vitest";
import { cellText, reportKind, REPORTS, total } from "./kinds";

test("an address names a report by its kind, and anything else is the first", () => {
  for (const one of REPORTS) {
    expect(reportKind(one.kind.toLowerCase())).toBe(one.kind);
  }
  expect(reportKind("nothing")).toBe("PEOPLE");
});

test("cells are read as people write them, and what says nothing stays empty", () => {
  const day = (iso: string) => `on ${iso}`;
  expect(cellText("12345", "NUMBER", day)).toBe("12,345");
  expect(cellText("1200.5", "AMOUNT", day)).toBe("1,200.50");
  expect(cellText("2026-11-30", "DAY", day)).toBe("on 2026-11-30");
  expect(cellText("", "NUMBER", day)).toBe("");
  expect(cellText("40010", "TEXT", day)).toBe("40010");
});

test("a sum leaves out cells that are empty", () => {
  expect(
    total(
      [
        ["a", "3"],
        ["b", ""],
        ["c", "4"],
      ],
      1,
    ),
  ).toBe(7);
});
