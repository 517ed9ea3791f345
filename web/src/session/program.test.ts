import { expect, test } from "vitest";
import { programWords } from "./program";

test("browsers are named in short", () => {
  expect(
    programWords("Mozilla/5.0 (X11; Linux x86_64) AppleWebKit/537.36 (KHTML) Chrome/156.0.0.0 Safari/537.36"),
  ).toBe("Chromium on Linux");
  expect(programWords("Mozilla/5.0 (Windows NT 10.0; rv:150.0) Gecko/20100101 Firefox/150.0")).toBe(
    "Firefox on Windows",
  );
  expect(programWords("Java-http-client/25.0.3")).toBe("Java-http-client");
  expect(programWords("")).toBe("A program that does not say what it is");
});
