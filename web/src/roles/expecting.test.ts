import { expect, test } from "vitest";
import { expectedFields, stillToGive } from "./expecting";

test("people and groups are held by a field each", () => {
  expect(expectedFields(["person:a", "group:b", "person:c"])).toEqual({ expected: "a, c", "expected-groups": "b" });
  expect(expectedFields([])).toEqual({ expected: "", "expected-groups": "" });
});

test("those who do not have the role are left to give it to", () => {
  expect(
    stillToGive([
      { subject: "person:a", name: "A", has: true },
      { subject: "group:b", name: "B", has: false },
    ]),
  ).toEqual(["group:b"]);
});
