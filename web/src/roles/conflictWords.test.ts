import { expect, test } from "vitest";
import { countedWords, mannerWords, withinWords } from "./conflictWords";

test("a rule is told in words", () => {
  expect(withinWords("AREA")).toBe("at one area or below it");
  expect(mannerWords("BLOCK")).not.toBe(mannerWords("WARN"));
});

test("what counts is listed, and nothing besides is said as well", () => {
  expect(countedWords([])).toBe("Counts only what can be used now.");
  expect(countedWords(["COMING"])).toBe("Counts what begins later, too.");
  expect(countedWords(["TRAINING", "BLOCKED", "COMING"])).toBe(
    "Counts what is held in training, what cannot be used yet and what begins later, too.",
  );
});
