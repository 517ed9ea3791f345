import { expect, test } from "vitest";
import { addressOf, anchorOf, htmlOf, PAGES, sectionsOf } from "./pages";
import { searchManual } from "./search";

test("every link between pages of the manual leads to a page that there is", () => {
  for (const page of PAGES) {
    for (const found of page.markdown.matchAll(/\]\(([^)#\s]+\.md)(#[^)]*)?\)/g)) {
      const href = found[1] ?? "";
      const leads = addressOf(href);
      // decisions and the architecture are for developers, and not part of what is served
      if (!href.includes("decisions/") && !href.includes("architecture.md")) {
        expect(leads, `${page.name}: ${href}`).toBeDefined();
      }
    }
  }
});

test("pages become HTML in which nothing is left of the marks", () => {
  for (const page of PAGES) {
    const html = htmlOf(page);
    expect(html).toContain("<h1");
    expect(html).not.toMatch(/\]\(/);
  }
});

test("sections are found by words of their heading and of their text", () => {
  expect(sectionsOf(PAGES).length).toBeGreaterThan(60);
  expect(searchManual("as a table", 3).map((one) => one.page)).toContain("people");
  expect(searchManual("authenticator recovery codes", 5).length).toBeGreaterThan(0);
  expect(searchManual("zeppelin", 3)).toEqual([]);
});

test("headings become anchors", () => {
  expect(anchorOf("A person's page")).toBe("a-person-s-page");
  expect(anchorOf("What is new")).toBe("what-is-new");
});
