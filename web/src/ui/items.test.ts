import fc from "fast-check";
import { expect, test } from "vitest";
import { joinedItems, splitItems } from "./items";

const value = fc
  .string({ unit: fc.constantFrom("a", "b", ",", '"', "\\", "=", " ", "é"), minLength: 1, maxLength: 8 })
  .filter((text) => text.trim() !== "");

test("values are split into those that were joined", () => {
  fc.assert(
    fc.property(fc.array(value), (values) => {
      expect(splitItems(joinedItems(values))).toEqual(values);
    }),
  );
});

test("what people type is split as they mean it", () => {
  expect(splitItems(" shift=Late , badge=7,, ")).toEqual(["shift=Late", "badge=7"]);
  expect(splitItems('"Guide, senior",Keeper')).toEqual(["Guide, senior", "Keeper"]);
  expect(splitItems('"open, end')).toEqual(['"open', "end"]);
  expect(splitItems("")).toEqual([]);
});
