import { expect, test } from "vitest";
import { rangeOf, refusedLines } from "./textLines";

test("refused lines are those whose fields are lines", () => {
  expect(
    refusedLines([
      { field: "line 2", text: "Line 2, column 1: found “putt”." },
      { field: "If-Match", text: "stale" },
      { field: "line 14", text: "no" },
    ]),
  ).toEqual([
    { line: 2, text: "Line 2, column 1: found “putt”." },
    { line: 14, text: "no" },
  ]);
});

test("a line is selected from its first character to its last", () => {
  const text = "one\ntwo\n\nfour";
  expect([1, 2, 3, 4, 9].map((line) => text.slice(...rangeOf(text, line)))).toEqual(["one", "two", "", "four", ""]);
});
