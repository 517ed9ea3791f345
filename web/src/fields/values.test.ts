import { expect, test } from "vitest";
import { keyFrom, pairOf, valueIn, withValue } from "./values";

test("one value is put among others, and taken away", () => {
  const values = 'badge=7,"car=AB 12, blue"';
  expect(valueIn(values, "car")).toBe("AB 12, blue");
  expect(valueIn(values, "ca")).toBe("");
  expect(withValue(values, "badge", "8")).toBe('"car=AB 12, blue",badge=8');
  expect(withValue(values, "car", "")).toBe("badge=7");
  expect(withValue("", "badge", "7")).toBe("badge=7");
});

test("a pair is what stands on both sides of the first equals sign", () => {
  expect(pairOf("formula=a=b")).toEqual({ key: "formula", value: "a=b" });
  expect(pairOf("formula")).toEqual({ key: "formula", value: "" });
});

test("a short name is made of what people call the field", () => {
  expect(keyFrom("  First aid: until ")).toBe("first-aid-until");
  expect(keyFrom("Café – room")).toBe("cafe-room");
});
