import { expect, test } from "vitest";
import { KEPT, lackOf } from "./kept";

const shared = { keptAs: "SHARED" as const, purpose: "the display", unit: "u", owners: 2 };

test("a shared account needs a purpose, a unit and two people", () => {
  expect(lackOf(shared)).toBeUndefined();
  expect(lackOf({ ...shared, purpose: " " })).toBe("Say what it is for.");
  expect(lackOf({ ...shared, unit: "" })).toContain("belongs to a unit");
  expect(lackOf({ ...shared, owners: 1 })).toContain("Two people");
});

test("a program's account and one that is closed need one person", () => {
  expect(lackOf({ ...shared, keptAs: "PROGRAM", unit: "", owners: 1 })).toBeUndefined();
  expect(lackOf({ ...shared, keptAs: "PROGRAM", owners: 0 })).toBe("Choose who answers for it.");
  expect(lackOf({ ...shared, keptAs: "UNUSED", purpose: "" })).toBe("Say why it is closed.");
  expect(lackOf({ ...shared, keptAs: "UNUSED", unit: "", owners: 1 })).toBeUndefined();
  expect(KEPT.map((one) => one.key)).toEqual(["SHARED", "PROGRAM", "UNUSED"]);
});
