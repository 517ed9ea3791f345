import { expect, test } from "vitest";
import { KEPT, lackOf } from "./kept";

const shared = { keptAs: "SHARED" as const, purpose: "the display", unit: "u", owners: 2 };

test("a shared account needs a purpose, a unit and two owners", () => {
  expect(lackOf(shared)).toBeUndefined();
  expect(lackOf({ ...shared, purpose: " " })).toBe("Enter the purpose.");
  expect(lackOf({ ...shared, unit: "" })).toContain("belongs to a unit");
  expect(lackOf({ ...shared, owners: 1 })).toContain("two owners");
});

test("a program's account and one that is closed need one owner", () => {
  expect(lackOf({ ...shared, keptAs: "PROGRAM", unit: "", owners: 1 })).toBeUndefined();
  expect(lackOf({ ...shared, keptAs: "PROGRAM", owners: 0 })).toBe("Choose an owner.");
  expect(lackOf({ ...shared, keptAs: "UNUSED", purpose: "" })).toBe("Enter the reason.");
  expect(lackOf({ ...shared, keptAs: "UNUSED", unit: "", owners: 1 })).toBeUndefined();
  expect(KEPT.map((one) => one.key)).toEqual(["SHARED", "PROGRAM", "UNUSED"]);
});
