import { expect, test } from "vitest";
import { verifiedWords } from "./verified";

const answers = (asked: number, yes: number, wrong: number, unasked: number) =>
  verifiedWords({ canBeAsked: true, asked, yes, wrong, unasked });

test("only what is all as expected is said without a warning", () => {
  expect(answers(5, 5, 0, 0)).toEqual({ words: "yes to 5 of 5", tone: "text-success" });
  expect(answers(5, 0, 5, 0)).toEqual({ words: "yes to 0 of 5, 5 not as expected", tone: "font-semibold text-error" });
  expect(answers(5, 1, 1, 0).tone).toContain("text-error");
  expect(answers(5, 5, 0, 2)).toEqual({ words: "yes to 5 of 5, 2 not asked yet", tone: "text-warning" });
  expect(answers(5, 2, 0, 0)).toEqual({ words: "yes to 2 of 5, the rest is blocked", tone: "text-warning" });
});

test("what was not asked is not called verified", () => {
  expect(answers(0, 0, 0, 5).words).toBe("not asked yet");
  expect(answers(0, 0, 0, 0).words).toBe("nothing to ask");
  expect(verifiedWords({ canBeAsked: false, asked: 0, yes: 0, wrong: 0, unasked: 5 }).words).toBe("cannot be asked");
});
