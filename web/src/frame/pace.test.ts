import { expect, test } from "vitest";
import { leftWords, spentWords } from "./pace";

test("what is left follows from the pace so far", () => {
  expect(leftWords(30, 120, 0, 60_000)).toBe("about 3 min left");
  expect(leftWords(100, 120, 0, 60_000)).toBe("less than a minute left");
  expect(leftWords(1, 1_000, 0, 60_000)).toBe("about 17 h left");
});

test("nothing is said before something is done, nor after everything is", () => {
  expect(leftWords(0, 120, 0, 60_000)).toBe("");
  expect(leftWords(120, 120, 0, 60_000)).toBe("");
  expect(leftWords(3, 120, 60_000, 60_000)).toBe("");
});

test("what has been going on is told in seconds, then in minutes, and never below none", () => {
  expect(spentWords(10_000, 9_000)).toBe("for 0 s");
  expect(spentWords(0, 45_400)).toBe("for 45 s");
  expect(spentWords(0, 240_000)).toBe("for 4 min");
});
