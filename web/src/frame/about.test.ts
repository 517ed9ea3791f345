import { expect, test } from "vitest";
import { PAGES } from "../manual/pages";
import { aboutPage } from "./about";
import { TARGETS } from "./finding";

test("every place that Find leads to tells what it is, and its manual page exists", () => {
  for (const target of TARGETS) {
    const about = aboutPage(target.href);
    expect(about, target.href).toBeDefined();
    expect(
      PAGES.map((page) => page.name),
      target.href,
    ).toContain(about?.page);
  }
});

test("the longest address that fits tells", () => {
  expect(aboutPage("/people/table")?.anchor).toBe("as-a-table");
  expect(aboutPage("/people/123")?.page).toBe("people");
  expect(aboutPage("/manual/people")).toBeUndefined();
});
