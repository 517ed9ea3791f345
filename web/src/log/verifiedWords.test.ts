import { expect, test } from "vitest";
import { verifiedWords } from "./verifiedWords";

const LAST = "ab".repeat(32);

test("a whole chain says how many lines it binds, and how many have no text any more", () => {
  expect(verifiedWords({ links: 1, withoutText: 0, last: LAST })).toBe("1 line, each as it was written.");
  expect(verifiedWords({ links: 7, withoutText: 2, last: LAST })).toBe(
    "7 lines, each as it was written. Of 2 lines the text was removed.",
  );
});

test("a broken chain names the first line that is not as written", () => {
  expect(verifiedWords({ links: 3, withoutText: 0, broken: 4, last: LAST })).toMatch(
    /^▲ Line 4 is not as it was written/,
  );
});
