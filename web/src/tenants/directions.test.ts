import { expect, it } from "vitest";
import { directions } from "./directions";

const given = { giving: true };
const taken = { giving: false };

it("counts what is given apart from what is taken, in the right number", () => {
  expect(directions([given])).toBe("1 difference selected: 1 gives something");
  expect(directions([given, given, taken])).toBe(
    "3 differences selected: 2 give something, 1 takes or changes something",
  );
  expect(directions([taken, taken])).toBe("2 differences selected: 2 take or change something");
});
