import { expect, it } from "vitest";
import { directions, inDirections } from "./directions";

const given = { giving: true };
const taken = { giving: false };

it("counts what is given apart from what is taken, in the right number", () => {
  expect(directions([given])).toBe("1 difference selected: 1 gives something");
  expect(directions([given, given, taken])).toBe(
    "3 differences selected: 2 give something, 1 takes or changes something",
  );
  expect(directions([taken, taken])).toBe("2 differences selected: 2 take or change something");
});

it("tells what is missing apart from what is too much, the most sensitive first", () => {
  const line = (name: string, giving: boolean, sensitivity?: string) => ({ name, giving, sensitivity });
  const parts = inDirections([
    line("b", false),
    line("a", true),
    line("c", false, "PRIVILEGED"),
    line("a", false, "NORMAL"),
    line("d", false, "SENSITIVE"),
  ]);
  expect(parts.map((part) => part.lines.map((one) => one.name))).toEqual([["c", "d", "a", "b"], ["a"]]);
  expect(inDirections([])).toEqual([]);
});
